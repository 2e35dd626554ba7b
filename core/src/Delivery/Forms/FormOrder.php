<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Forms;

use Morphea\Core\Message;

/** A form whose answers become rows, with its texts and its opening times. */
final readonly class FormOrder
{
    public const MOST_FIELDS = 60;
    public const MOST_ANSWERS = 20_000;

    /**
     * @param list<FormField>             $fields in the order in which they are asked
     * @param \DateTimeImmutable|null $opens  null where it is open from the beginning
     * @param \DateTimeImmutable|null $closes null where it stays open
     * @param int                     $most   answers at the most
     * @param string                  $colour of its heading and its button, as #C63D1E; empty for ours
     * @param string                  $font   family that its heading is set in, one of the design; empty for ours
     * @param bool                    $confirms whether an automation emails an address only once its owner confirmed it
     * @param string                  $privacy what becomes of the answers; empty for the usual words
     * @param bool                    $looked whether somebody looks at an answer before it is a row that is made
     */
    public function __construct(
        public string $title,
        public string $intro,
        public string $thanks,
        public array $fields,
        public ?\DateTimeImmutable $opens = null,
        public ?\DateTimeImmutable $closes = null,
        public int $most = 500,
        public bool $looked = true,
        public string $colour = '',
        public string $font = '',
        public bool $confirms = true,
        public string $privacy = '',
    ) {
    }

    /**
     * @param array<mixed>  $said as `toArray` gives it
     * @param \DateTimeZone $zone in which its times are
     */
    public static function of(array $said, \DateTimeZone $zone): self
    {
        $text = static fn (string $key, int $most): string => \is_scalar($said[$key] ?? null)
            ? mb_substr(trim((string) $said[$key]), 0, $most)
            : '';
        $fields = array_filter(\is_array($said['fields'] ?? null) ? $said['fields'] : [], is_array(...));

        return new self(
            $text('title', 200),
            $text('intro', 3_000),
            $text('thanks', 1_000),
            array_map(FormField::of(...), \array_slice(array_values($fields), 0, self::MOST_FIELDS)),
            self::time($text('opens', 30), $zone),
            self::time($text('closes', 30), $zone),
            max(1, min(self::MOST_ANSWERS, '' === $text('most', 8) ? 500 : (int) $text('most', 8))),
            !isset($said['looked']) || (bool) $said['looked'],
            1 === preg_match('/^#[0-9A-Fa-f]{6}$/', $text('colour', 7)) ? strtoupper($text('colour', 7)) : '',
            $text('font', 120),
            !isset($said['confirms']) || (bool) $said['confirms'],
            $text('privacy', 2_000),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'fields' => array_map(static fn (FormField $field): array => $field->toArray(), $this->fields),
            'opens' => $this->opens?->format('Y-m-d\TH:i') ?? '',
            'closes' => $this->closes?->format('Y-m-d\TH:i') ?? '',
        ] + get_object_vars($this);
    }

    /**
     * @param list<string> $keys of the table's columns that answers can go into
     *
     * @throws FormException
     */
    public function check(array $keys): void
    {
        match (true) {
            '' === $this->title => throw new FormException(new Message('forms.wrong.title')),
            [] === $this->fields => throw new FormException(new Message('forms.wrong.fields')),
            null !== $this->opens && null !== $this->closes && $this->opens >= $this->closes
                => throw new FormException(new Message('forms.wrong.times')),
            default => null,
        };
        foreach ($this->fields as $field) {
            if (!\in_array($field->column, $keys, true)) {
                throw new FormException(new Message('forms.wrong.column', ['field' => $field->label]));
            }
            if ('' === $field->label) {
                throw new FormException(new Message('forms.wrong.question'));
            }
            if (FieldKind::Choice === $field->kind && \count($field->options) < 2) {
                throw new FormException(new Message('forms.wrong.options', ['field' => $field->label]));
            }
        }
        if (\count(array_unique(array_column($this->fields, 'column'))) < \count($this->fields)) {
            throw new FormException(new Message('forms.wrong.twice'));
        }
    }

    /** Who is asking and what happens with the answers, in the owner's words or the default ones. */
    public function privacy(string $organisation): Message|string
    {
        return '' !== $this->privacy
            ? $this->privacy
            : new Message('public.form.privacy', ['organisation' => $organisation]);
    }

    /** Whether white text is readable on its colour (WCAG 2.2, 1.4.3: at least 4.5 to 1). */
    public function isDark(): bool
    {
        $light = static function (string $hex): float {
            $value = hexdec($hex) / 255;

            return $value <= 0.04045 ? $value / 12.92 : (($value + 0.055) / 1.055) ** 2.4;
        };
        [$red, $green, $blue] = array_map($light, str_split(substr('' === $this->colour ? '#000000' : $this->colour, 1), 2));

        return 1.05 / (0.2126 * $red + 0.7152 * $green + 0.0722 * $blue + 0.05) >= 4.5;
    }

    /** Why the form cannot be answered now, as told to a visitor; null if it can. */
    public function closed(\DateTimeImmutable $now, int $answers): ?Message
    {
        return match (true) {
            null !== $this->opens && $now < $this->opens => new Message('public.form.opens', ['when' => $this->opens]),
            null !== $this->closes && $now >= $this->closes => new Message('public.form.closed_at', ['when' => $this->closes]),
            $answers >= $this->most => new Message('public.form.full'),
            default => null,
        };
    }

    /**
     * @param array<mixed>          $said     answers by column key
     * @param array<string, string> $pictures names of pictures that came, by column key
     *
     * @return array{array<string, string>, array<string, Message|string>} cells, and what is wrong, by column key
     */
    public function answered(array $said, array $pictures): array
    {
        $cells = $wrong = [];
        foreach ($this->fields as $field) {
            $answer = FieldKind::Picture === $field->kind ? $pictures[$field->column] ?? '' : $said[$field->column] ?? '';
            try {
                $cells[$field->column] = $field->cell(\is_string($answer) ? $answer : '');
            } catch (FormException $e) {
                $wrong[$field->column] = $e->says();
            }
        }

        return [$cells, $wrong];
    }

    private static function time(string $said, \DateTimeZone $zone): ?\DateTimeImmutable
    {
        $time = \DateTimeImmutable::createFromFormat('!Y-m-d\TH:i', substr($said, 0, 16), $zone);

        return false === $time ? null : $time;
    }
}
