<?php

declare(strict_types=1);

namespace Morphea\Core\Output\FileNames;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * The default file name: the row number, so that files sort like the table, and the column that tells rows apart best,
 * so that people recognise them.
 */
final readonly class UsualName
{
    /** A column of which fewer cells are different, or filled, tells nobody anything. */
    private const LEAST = 0.5;
    /** Letters of a cell that make a name too long to be read. */
    private const LONG = 60;

    /**
     * @param array<string, ColumnKind> $kinds  by column key
     * @param list<string>        $linked keys of the columns the design shows
     */
    public static function pattern(Table $table, array $kinds, array $linked): string
    {
        $best = null;
        $most = 0.0;
        foreach ($table->columns as $column) {
            $shown = \in_array($column->key, $linked, true) ? 1.0 : 0.8;
            $score = $shown * self::score($table, $column, $kinds[$column->key] ?? ColumnKind::Text);
            if ($score > $most && $column->key !== Naming::ROW) {
                [$best, $most] = [$column->key, $score];
            }
        }

        return Pattern::column(Naming::ROW) . (null === $best ? '' : ' ' . Pattern::column($best));
    }

    private static function score(Table $table, Column $column, ColumnKind $kind): float
    {
        $cells = array_map(static fn (Row $row): string => trim($row->cells[$column->index]), $table->rows);
        $filled = array_filter($cells, static fn (string $cell): bool => '' !== $cell);
        $worth = $kind->rules()->worthAsName();
        if ([] === $filled || $worth <= 0) {
            return 0.0;
        }
        // What only counts the rows is said already.
        $counts = static fn (string $cell, int $i): bool => ctype_digit($cell) && (int) $cell === $i + 1;
        if ($cells === array_filter($cells, $counts, \ARRAY_FILTER_USE_BOTH)) {
            return 0.0;
        }
        $apart = \count(array_unique($filled)) / \count($cells);
        $length = array_sum(array_map(static fn (string $cell): int => (int) mb_strlen($cell, 'UTF-8'), $filled)) / \count($filled);

        return $apart < self::LEAST ? 0.0 : $worth * $apart * ($length > self::LONG ? 0.3 : 1.0);
    }
}
