<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Kinds\CellReading;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Naming\PictureNames;

/**
 * The rows in the order of one column: numbers and dates by what they are, as its kind says, all else as people sort
 * words, with the numbers in them counted; empty cells, and those that are not of the kind, come last.
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
