<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\Message;
use Morphea\Core\Table\Cells\CellReader;

/** Fills patterns with a row's cells. Cells are text; numbers and dates are parsed where the pattern needs them. */
final class PatternFiller
{
    /** @var array<string, \MessageFormatter> by argument source */
    private array $formatters = [];
    private readonly CellReader $reader;

    public function __construct(private readonly string $locale)
    {
        $this->reader = new CellReader($locale);
    }

    /**
     * @param array<string, string> $cells      by column key
     * @param array<string, bool>   $monthFirst which way round dates are written, by column key, where that was said
     */
    public function fill(Pattern $pattern, array $cells, array $monthFirst = []): FilledPattern
    {
        [$pieces, $empty, $problems] = $this->pieces($pattern, $cells, $monthFirst);

        return new FilledPattern(
            implode('', array_map(static fn (Fragment $piece): string => $piece->text, EmptyParts::close($pieces))),
            $empty,
            $problems,
        );
    }

    /**
     * The pattern's text and columns with their values, before gaps are closed.
     *
     * @param array<string, string> $cells
     * @param array<string, bool>   $monthFirst
     *
     * @return array{list<Fragment>, bool, list<Message>} pieces; whether there are columns and all are empty; problems
     */
    public function pieces(Pattern $pattern, array $cells, array $monthFirst = []): array
    {
        $columns = $pattern->columns();
        $problems = [];
        $empty = [] !== $columns;
        foreach ($columns as $key) {
            if (!\array_key_exists($key, $cells)) {
                $problems[] = new Message('warnings.value.no_column', ['key' => $key]);
            }
            $empty = $empty && '' === trim($cells[$key] ?? $key);
        }
        $pieces = [];
        foreach ($pattern->parts as $part) {
            if ($part instanceof Literal) {
                $pieces[] = new Fragment($part->text, false);
            } elseif ($empty || null === $part->type || !\array_key_exists($part->key, $cells)) {
                $pieces[] = new Fragment($cells[$part->key] ?? Pattern::column($part->key), true);
            } else {
                $pieces[] = new Fragment($this->show($part, $cells, $problems, $monthFirst) ?? $cells[$part->key], true);
            }
        }

        return [$pieces, $empty, array_values(array_unique($problems, \SORT_REGULAR))];
    }

    /** @return list<Fragment> the columns' keys in braces: what a design shows where there are no rows yet */
    public function keys(Pattern $pattern): array
    {
        return array_map(
            static fn (Literal|Argument $part): Fragment => $part instanceof Literal
                ? new Fragment($part->text, false)
                : new Fragment(Pattern::column($part->key), true),
            $pattern->parts,
        );
    }

    /**
     * @param array<string, string> $cells
     * @param list<Message>          $problems   added to
     * @param array<string, bool>   $monthFirst
     */
    private function show(Argument $argument, array $cells, array &$problems, array $monthFirst): ?string
    {
        $cell = trim($cells[$argument->key] ?? '');
        $wants = $argument->wants();
        $value = match ($wants) {
            ValueKind::Text => $cell,
            ValueKind::Number => $this->reader->number($cell),
            ValueKind::Date => $this->reader->date($cell, $monthFirst[$argument->key] ?? null)?->getTimestamp(),
        };
        if (null === $value) {
            $what = ValueKind::Number === $wants ? 'number' : 'date';
            $problems[] = '' === $cell
                ? new Message("warnings.value.empty_$what", ['key' => $argument->key])
                : new Message("warnings.value.not_$what", ['key' => $argument->key, 'cell' => mb_strimwidth($cell, 0, 40, '…')]);

            return null;
        }
        $formatter = $this->formatters[$argument->source] ??= new \MessageFormatter($this->locale, $argument->source);
        $text = $formatter->format([$argument->key => $value] + $cells);
        if (false === $text) {
            $problems[] = new Message('warnings.value.pattern', ['key' => $argument->key, 'why' => $formatter->getErrorMessage()]);

            return null;
        }

        return $text;
    }
}
