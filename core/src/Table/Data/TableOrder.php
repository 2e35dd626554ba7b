<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Kinds\CellReading;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Naming\PictureNames;

/**
 * Sorts rows by one column: numbers and dates by value, as the column's kind says, everything else as people sort text,
 * with numbers in it compared by value; empty cells and cells of another kind come last.
 */
final readonly class TableOrder
{
    /** @return list<int> ids of the rows */
    public static function ids(Table $table, Column $column, ColumnKind $kind, CellReader $reader, string $locale): array
    {
        $rules = $kind->rules();
        $reading = new CellReading($reader, new PictureNames([]), $column->monthFirst);
        $values = $words = [];
        foreach ($table->rows as $row) {
            $cell = trim($row->cells[$column->index]);
            $found = '' === $cell ? null : $rules->sortValue($cell, $reading);
            null === $found ? ($words[$row->id] = $cell) : ($values[$row->id] = $found);
        }
        asort($values);
        $collator = new \Collator($locale);
        $collator->setAttribute(\Collator::NUMERIC_COLLATION, \Collator::ON);
        $keys = array_map(static fn (string $cell): string => (string) $collator->getSortKey($cell), $words);
        asort($keys, \SORT_STRING);
        $filled = array_filter(array_keys($keys), static fn (int $id): bool => '' !== $words[$id]);
        $empty = array_filter(array_keys($keys), static fn (int $id): bool => '' === $words[$id]);

        return [...array_keys($values), ...$filled, ...$empty];
    }
}
