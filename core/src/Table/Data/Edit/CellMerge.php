<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/**
 * Merges changes of cells made on an earlier state of the table: cells that are still as they were seen are changed,
 * others are rejected together with their current content.
 */
final readonly class CellMerge
{
    /**
     * @param array<int, array<string, string>> $cells   that may go in, by row id and column key
     * @param list<CellConflict>                $refused
     */
    private function __construct(public array $cells, public array $refused)
    {
    }

    /**
     * @param array<int, array<string, string>> $cells wanted, by row id and column key
     * @param array<int, array<string, string>> $seen what stood there when somebody changed it; a cell of which nothing
     *   is said goes in as it is
     */
    public static function of(Table $now, array $cells, array $seen): self
    {
        $places = $going = $refused = [];
        foreach ($now->rows as $i => $row) {
            $places[$row->id] = $i;
        }
        foreach ($cells as $id => $wanted) {
            foreach ($wanted as $key => $value) {
                $row = isset($places[$id]) ? $now->rows[$places[$id]] : null;
                $column = $now->has($key) ? $now->column($key) : null;
                $there = self::cell($row, $column);
                if (null !== $there && ($there === $value || !isset($seen[$id][$key]) || $there === $seen[$id][$key])) {
                    $going[$id][$key] = $value;
                } elseif (null === $column && !isset($seen[$id][$key])) {
                    $going[$id][$key] = $value;
                } else {
                    $refused[] = new CellConflict(
                        $id,
                        $key,
                        null === $row ? null : $places[$id] + 1,
                        $column?->heading,
                        $there,
                        $value,
                    );
                }
            }
        }

        return new self($going, $refused);
    }

    private static function cell(?Row $row, ?Column $column): ?string
    {
        return null === $row || null === $column ? null : $row->cells[$column->index];
    }
}
