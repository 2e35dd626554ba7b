<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\FormatSettingsException;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\Core\Message;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Component\HttpFoundation\InputBag;

/** An order as a person writes it in the sentence of Press. */
final readonly class RunOrder
{
    /** Of outputs at a time. */
    public const MOST = 9;

    /**
     * @param non-empty-list<ChosenFormat> $choices
     * @param string                 $rows    those of `Which::Some`, as in 1-10,15
     * @param string                 $name    pattern of the files of each piece
     * @param string                 $file    name of the document or ZIP
     * @param string                 $kept    by which name it is kept; empty where it is not
     */
    public function __construct(
        public array $choices,
        public RowChoice $which,
        public string $rows,
        public string $name,
        public string $file,
        public bool $plainNames = false,
        public int $nameBytes = SafeName::MAX_BYTES,
        public string $kept = '',
    ) {
    }

    public function named(string $pattern): self
    {
        return new self(...['name' => $pattern] + get_object_vars($this));
    }

    /** @param non-empty-list<ChosenFormat> $choices */
    public function as(array $choices): self
    {
        return new self(...['choices' => $choices] + get_object_vars($this));
    }

    /** The route of the page it is planned on; null if that is Press itself. */
    public function page(): ?string
    {
        return $this->choices[0]->output->page();
    }

    /** @param string $rows as in 1-10,15 */
    public function ofRows(string $rows): self
    {
        return new self(...['which' => RowChoice::Some, 'rows' => $rows] + get_object_vars($this));
    }

    /**
     * As a form holds it: common settings apply to all outputs, and those of one output are under its id.
     *
     * @param InputBag<bool|float|int|string> $input
     *
     * @throws RunOrderException
     */
    public static function from(InputBag $input, self $usual, ExportFormatRegistry $outputs): self
    {
        $said = $input->all();
        $choices = [];
        foreach (\array_slice(\is_array($said['formats'] ?? null) ? $said['formats'] : [], 0, self::MOST) as $id) {
            $output = \is_string($id) ? $outputs->find($id) : null;
            if (null !== $output) {
                $of = \is_array($said['of'] ?? null) ? $said['of'][$output::id()] ?? [] : [];
                $of = \is_array($of) ? $of : [];
                $all = array_intersect_key($said, ['edge' => 1, 'side' => 1]);
                $choices[$output::id()] = new ChosenFormat($output, self::settings($output, $of + $all));
            }
        }
        $text = static fn (string $name, string $else): string => \is_string($said[$name] ?? null) ? trim($said[$name]) : $else;

        return new self(
            [] === $choices ? $usual->choices : array_values($choices),
            RowChoice::tryFrom($text('which', '')) ?? $usual->which,
            $text('rows', $usual->rows),
            $text('name', $usual->name),
            $text('file', $usual->file),
            \array_key_exists('formats', $said) ? isset($said['plainNames']) : $usual->plainNames,
            max(Naming::SHORTEST, min(SafeName::MAX_BYTES, (int) $text('nameBytes', (string) $usual->nameBytes))),
            $text('kept', ''),
        );
    }

    /**
     * @param array<string, mixed> $said
     *
     * @throws RunOrderException
     */
    private static function settings(ExportFormat $output, array $said): FormatSettings
    {
        try {
            return $output->settings(new SettingsInput($said));
        } catch (FormatSettingsException $e) {
            throw new RunOrderException(new Message('press.error.of_format', ['format' => $output->label(), 'why' => $e->says()]), 0, $e);
        }
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'choices' => array_map(static fn (ChosenFormat $choice): array => $choice->toArray(), $this->choices),
            'which' => $this->which->value,
            'rows' => $this->rows,
            'name' => $this->name,
            'file' => $this->file,
            'plainNames' => $this->plainNames,
            'nameBytes' => $this->nameBytes,
        ];
    }

    /** @param array<string, mixed> $said as toArray gave it; null where nothing of it can be made any more */
    public static function of(array $said, ExportFormatRegistry $outputs, string $kept = ''): ?self
    {
        $choices = \is_array($said['choices'] ?? null) ? $said['choices'] : [];
        $choices = array_map($outputs->choice(...), array_filter($choices, is_array(...)));
        $choices = array_values(array_filter($choices));

        return [] === $choices
            ? null
            : new self(
                $choices,
                RowChoice::tryFrom((string) ($said['which'] ?? '')) ?? RowChoice::All,
                (string) ($said['rows'] ?? ''),
                (string) ($said['name'] ?? ''),
                (string) ($said['file'] ?? ''),
                (bool) ($said['plainNames'] ?? false),
                (int) ($said['nameBytes'] ?? SafeName::MAX_BYTES),
                $kept,
            );
    }

    /** Everything is in one document, which needs no ZIP. */
    public function isOneDocument(): bool
    {
        return 1 === \count($this->choices) && $this->choices[0]->isBound() && null === $this->choices[0]->by();
    }

    /** Every piece has files of its own. */
    public function hasNames(): bool
    {
        return [] !== array_filter($this->choices, static fn (ChosenFormat $choice): bool => !$choice->isBound());
    }
}
