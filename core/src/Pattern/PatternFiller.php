<?php

declare(strict_types=1);

namespace Morphea\Core\Pattern;

use Morphea\Core\Data\CellReader;

/** Puts a row's cells into patterns. Cells are text; numbers and dates are read from it where the pattern wants them. */
final class PatternFiller
{
    /** @var array<string, \MessageFormatter> by argument source */
    private array $formatters = [];
    private readonly CellReader $reader;

    public function __construct(private readonly string $locale)
    {
        $this->reader = new CellReader($locale);
    }

    /** @param array<string, string> $cells by column key */
    public function fill(Pattern $pattern, array $cells): Filled
    {
        $columns = $pattern->columns();
        $problems = [];
        $empty = [] !== $columns;
        foreach ($columns as $key) {
            if (!\array_key_exists($key, $cells)) {
                $problems[] = \sprintf('There is no column "%s" in the table.', $key);
            }
            $empty = $empty && '' === trim($cells[$key] ?? $key);
        }
        $text = '';
        foreach ($pattern->parts as $part) {
            if ($part instanceof Words) {
                $text .= $part->text;
            } elseif ($empty || null === $part->type || !\array_key_exists($part->key, $cells)) {
                $text .= $cells[$part->key] ?? '{'.$part->key.'}';
            } else {
                $shown = $this->show($part, $cells, $problems);
                $text .= $shown ?? $cells[$part->key];
            }
        }

        return new Filled($text, $empty, array_values(array_unique($problems)));
    }

    /** The pattern with its columns' keys in braces: what a template shows where there are no rows yet. */
    public function asKeys(Pattern $pattern): Filled
    {
        $show = static fn (Words|Argument $part): string => $part instanceof Words ? $part->text : Pattern::column($part->key);

        return new Filled(implode('', array_map($show, $pattern->parts)), false, []);
    }

    /**
     * @param array<string, string> $cells
     * @param list<string>          $problems added to
     */
    private function show(Argument $argument, array $cells, array &$problems): ?string
    {
        $cell = trim($cells[$argument->key] ?? '');
        $wants = $argument->wants();
        $value = match ($wants) {
            ValueKind::Text => $cell,
            ValueKind::Number => $this->reader->number($cell),
            ValueKind::Date => $this->reader->date($cell)?->getTimestamp(),
        };
        if (null === $value) {
            $what = ValueKind::Number === $wants ? 'number' : 'date';
            $problems[] = '' === $cell
                ? \sprintf('"%s" is empty, and this text needs a %s there.', $argument->key, $what)
                : \sprintf('"%s" is “%s”, which is not a %s.', $argument->key, mb_strimwidth($cell, 0, 40, '…'), $what);

            return null;
        }
        $formatter = $this->formatters[$argument->source] ??= new \MessageFormatter($this->locale, $argument->source);
        $text = $formatter->format([$argument->key => $value] + $cells);
        if (false === $text) {
            $problems[] = \sprintf('"%s" does not go into the pattern: %s.', $argument->key, $formatter->getErrorMessage());

            return null;
        }

        return $text;
    }
}
