<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Forms;

use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Cells\EmailAddressException;

/** One question of a form; its answer becomes the cell of a column. */
final readonly class FormField
{
    public const LONGEST = 2_000;
    private const LINE = 300;

    /**
     * @param string       $column  key
     * @param string       $hint    what helps to answer; empty for none
     * @param list<string> $options of a list
     */
    public function __construct(
        public string $column,
        public string $label,
        public FieldKind $kind,
        public bool $needed = true,
        public string $hint = '',
        public array $options = [],
    ) {
    }

    /** @param array<mixed> $said as `toArray` gives it */
    public static function of(array $said): self
    {
        $text = static fn (string $key, int $most): string => \is_scalar($said[$key] ?? null)
            ? mb_substr(trim((string) $said[$key]), 0, $most)
            : '';
        $options = \is_array($said['options'] ?? null)
            ? array_filter($said['options'], is_string(...))
            : preg_split('/\R/u', $text('options', 10_000));

        return new self(
            $text('column', 80),
            $text('label', 200),
            FieldKind::tryFrom($text('kind', 20)) ?? FieldKind::Line,
            (bool) ($said['needed'] ?? false),
            $text('hint', 300),
            \array_slice(array_values(array_unique(array_filter(array_map(trim(...), $options ?: [])))), 0, 200),
        );
    }

    /** The autocomplete token for browsers (HTML, 4.10.18.7), from the kind of the field and its label. */
    public function autocomplete(): string
    {
        $words = [
            'email' => '/\be-?mail\b/i',
            'given-name' => '/\b(first|given) name\b/i',
            'family-name' => '/\b(last|family|sur) ?name\b/i',
            'tel' => '/\b(phone|mobile|telephone)\b/i',
            'organization' => '/\b(organi[sz]ation|company|school|club)\b/i',
            'street-address' => '/\b(street|postal address|address)\b/i',
            'postal-code' => '/\b(post ?code|postal code|zip)\b/i',
            'address-level2' => '/\b(town|city)\b/i',
            'country-name' => '/\bcountry\b/i',
            'bday' => '/\b(birthday|date of birth)\b/i',
            'name' => '/\bname\b/i',
        ];
        if (FieldKind::Mail === $this->kind) {
            return 'email';
        }
        foreach ($words as $token => $pattern) {
            if (1 === preg_match($pattern, $this->label)) {
                return $token;
            }
        }

        return 'off';
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value] + get_object_vars($this);
    }

    /**
     * The cell an answer becomes. Pictures are uploaded separately; their cell is the name they were given.
     *
     * @throws FormException in words for who answers
     */
    public function cell(string $answer): string
    {
        $answer = mb_scrub($answer, 'UTF-8');
        // Nothing that cannot be seen, and no lines where none are asked for.
        $answer = str_replace(["\r\n", "\r", "\t"], ["\n", "\n", ' '], $answer);
        $answer = (string) preg_replace('/[^\P{C}\n\x{200C}\x{200D}]/u', '', $answer);
        $answer = trim(FieldKind::Lines === $this->kind ? $answer : (string) preg_replace('/\s+/u', ' ', $answer));
        if ('' === $answer) {
            return $this->needed ? throw new FormException(new Message('public.form.needed')) : '';
        }
        $most = FieldKind::Lines === $this->kind ? self::LONGEST : self::LINE;
        if (mb_strlen($answer) > $most) {
            throw new FormException(new Message('public.form.too_long', ['most' => $most]));
        }

        return match ($this->kind) {
            FieldKind::Number => 1 === preg_match('/^[+-]?\d{1,15}([.,]\d{1,10})?$/', str_replace(' ', '', $answer))
                ? str_replace([' ', '+'], '', $answer)
                : throw new FormException(new Message('public.form.no_number')),
            FieldKind::Date => self::date($answer),
            FieldKind::YesNo => \in_array($answer, ['yes', 'no'], true)
                ? $answer
                : throw new FormException(new Message('public.form.no_yes_or_no')),
            FieldKind::Choice => \in_array($answer, $this->options, true)
                ? $answer
                : throw new FormException(new Message('public.form.not_listed')),
            FieldKind::Mail => self::mail($answer),
            FieldKind::Colour => 1 === preg_match('/^#[0-9a-f]{6}$/i', $answer)
                ? strtoupper($answer)
                : throw new FormException(new Message('public.form.no_colour')),
            default => $answer,
        };
    }

    private static function date(string $answer): string
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $answer);

        return false !== $day && $day->format('Y-m-d') === $answer
            ? $answer
            : throw new FormException(new Message('public.form.no_date'));
    }

    private static function mail(string $answer): string
    {
        try {
            return EmailAddress::of($answer)->email;
        } catch (EmailAddressException $e) {
            throw new FormException(new Message('public.form.no_email'), 0, $e);
        }
    }
}
