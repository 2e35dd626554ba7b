<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Recipe;

use Morphea\Core\Data\Sheet;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternFiller;

/** One pattern where a column's cell is so, another where it is not. Cells that are both numbers are compared as numbers. */
final readonly class WhenThen implements Recipe
{
    public const TESTS = ['is' => 'is', 'is-not' => 'is not', 'contains' => 'contains', 'empty' => 'is empty', 'filled' => 'is not empty', 'more' => 'is more than', 'less' => 'is less than'];

    public function __construct(public string $column, public string $test, public string $value, public Pattern $then, public Pattern $otherwise)
    {
    }

    public function columns(): array
    {
        return array_values(array_unique([$this->column, ...$this->then->columns(), ...$this->otherwise->columns()]));
    }

    public function make(Sheet $sheet, Kitchen $kitchen): array
    {
        $filler = new PatternFiller($kitchen->locale);
        $places = [];
        foreach ($this->columns() as $key) {
            $places[$key] = $sheet->place($key);
        }
        $cells = [];
        foreach ($sheet->rows as $row) {
            $values = array_map(static fn (int $place): string => $row->cells[$place], $places);
            $pattern = $this->holds($values[$this->column], $kitchen) ? $this->then : $this->otherwise;
            $cells[] = $filler->fill($pattern, $values)->text;
        }

        return $cells;
    }

    public function says(\Closure $heading): string
    {
        $test = self::TESTS[$this->test] ?? $this->test;

        return \sprintf('“%s” where [%s] %s%s, else “%s”', $this->then->source, $heading($this->column), $test, \in_array($this->test, ['empty', 'filled'], true) ? '' : " “{$this->value}”", $this->otherwise->source);
    }

    public function toArray(): array
    {
        return ['recipe' => 'when', 'column' => $this->column, 'test' => $this->test, 'value' => $this->value, 'then' => $this->then->source, 'otherwise' => $this->otherwise->source];
    }

    private function holds(string $cell, Kitchen $kitchen): bool
    {
        $fold = static fn (string $text): string => mb_strtolower(trim($text), 'UTF-8');
        if (\in_array($this->test, ['more', 'less'], true)) {
            $order = ($kitchen->reader->number($cell) ?? $fold($cell)) <=> ($kitchen->reader->number($this->value) ?? $fold($this->value));

            return '' !== trim($cell) && ('more' === $this->test ? $order > 0 : $order < 0);
        }

        return match ($this->test) {
            'is-not' => $fold($cell) !== $fold($this->value),
            'contains' => '' !== $this->value && str_contains($fold($cell), $fold($this->value)),
            'empty' => '' === trim($cell),
            'filled' => '' !== trim($cell),
            default => $fold($cell) === $fold($this->value),
        };
    }
}
