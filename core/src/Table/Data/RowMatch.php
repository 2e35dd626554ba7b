<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/**
 * Which rows of a file are rows that are here already, when a table comes in anew. What belongs to a row stays with it:
 *
 * - by key: where both have a column made to tell rows apart (a register, an address), rows with the same value are the
 *   same, and no others;
 * - else by content: rows whose cells are equal in all columns that both tables have, the first with the first;
 * - else by place: those left over between the same neighbours, where there are as many on both sides, one by one; but
 *   only if something in them is still equal.
 *
 * All other rows are new.
 */
final readonly class RowMatch
{
    /** @return array<int, int> id of the row here by place in the file, from 0 */
    public static function of(Table $here, FileTable $file): array
    {
        $key = TableUpdate::keys($here, $file)[0] ?? null;
        if (null !== $key && TableUpdate::tellsApart($here->cells($key->key))) {
            return self::byKey($here, $file, $key);
        }
        $both = self::both($here, $file);

        return [] === $both ? [] : self::byPlace($here, $file, $both, self::byContent($here, $file, $both));
    }

    /** @return array<int, int> */
    private static function byKey(Table $here, FileTable $file, Column $key): array
    {
        $ids = [];
        foreach ($here->rows as $row) {
            $ids[trim($row->cells[$key->index])] = $row->id;
        }
        $there = TableUpdate::same($key, $file)->index ?? 0;

        return array_filter(
            array_map(static fn (array $cells): ?int => $ids[trim($cells[$there])] ?? null, $file->cells),
            is_int(...),
        );
    }

    /**
     * @param non-empty-array<int, int> $both
     *
     * @return array<int, int>
     */
    private static function byContent(Table $here, FileTable $file, array $both): array
    {
        $waiting = [];
        foreach ($here->rows as $row) {
            $waiting[serialize(array_map(static fn (int $place): string => $row->cells[$place], array_values($both)))][] = $row->id;
        }
        $found = [];
        foreach ($file->cells as $place => $cells) {
            $content = serialize(array_map(static fn (int $from): string => $cells[$from], array_keys($both)));
            if ([] !== ($waiting[$content] ?? [])) {
                $found[$place] = array_shift($waiting[$content]);
            }
        }

        return $found;
    }

    /**
     * @param non-empty-array<int, int> $both
     * @param array<int, int>           $found
     *
     * @return array<int, int>
     */
    private static function byPlace(Table $here, FileTable $file, array $both, array $found): array
    {
        $places = array_flip(array_map(static fn (Row $row): int => $row->id, $here->rows));
        $taken = array_flip($found);
        $count = \count($file->cells);
        for ($place = 0; $place < $count; ++$place) {
            if (isset($found[$place])) {
                continue;
            }
            $end = $place;
            while ($end < $count && !isset($found[$end])) {
                ++$end;
            }
            $from = 0 === $place ? -1 : $places[$found[$place - 1]];
            $to = $end < $count ? $places[$found[$end]] : \count($here->rows);
            $left = \array_slice($here->rows, min($from, $to) + 1, abs($to - $from) - 1);
            $left = $from < $to ? $left : array_reverse($left);
            $free = [] === array_filter($left, static fn (Row $row): bool => isset($taken[$row->id]));
            foreach ($free && \count($left) === $end - $place ? $left : [] as $i => $row) {
                if (self::alike($row, $file->cells[$place + $i], $both)) {
                    $found[$place + $i] = $row->id;
                }
            }
            $place = $end;
        }
        ksort($found);

        return $found;
    }

    /**
     * @param list<string>              $cells
     * @param non-empty-array<int, int> $both
     */
    private static function alike(Row $row, array $cells, array $both): bool
    {
        foreach ($both as $there => $mine) {
            if ('' !== $cells[$there] && $cells[$there] === $row->cells[$mine]) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, int> places of the columns both tables have and nobody computes: here, by place in the file */
    private static function both(Table $here, FileTable $file): array
    {
        $both = [];
        foreach ($here->columns as $column) {
            $same = null === $column->recipe ? TableUpdate::same($column, $file) : null;
            if (null !== $same) {
                $both[$same->index] = $column->index;
            }
        }

        return $both;
    }
}
