<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;

/**
 * What a newer file would add, change, remove and move in the table. Rows are the same if they have the same value in a
 * key column. Everything Morphea adds to rows and columns stays with them: recipes, left-out rows and drafts.
 */
final readonly class TableUpdate
{
    /**
     * @param list<array<string, string>>                              $added   new rows by heading
     * @param array<int, array<string, array{old: string, new: string}>> $changed by row id and column key
     * @param list<Row>                                            $removed
     * @param int                                                       $moved   rows that stand elsewhere among the others
     * @param list<string>                                              $newColumns  headings
     * @param list<string> $goneColumns headings of columns here that the file has not; they stay as they are
     */
    private function __construct(
        public Column $key,
        public array $added,
        public array $changed,
        public array $removed,
        public int $moved,
        public array $newColumns,
        public array $goneColumns,
        private Table $kept,
        private Table $all,
    ) {
    }

    /**
     * Columns that identify rows in both tables: those made for it first, such as registers and addresses, then the one
     * with the most matches.
     *
     * @return list<Column>
     */
    public static function keys(Table $here, FileTable $file): array
    {
        $found = [];
        foreach ($here->columns as $column) {
            $there = self::same($column, $file);
            if (null !== $column->recipe || null === $there) {
                continue;
            }
            $mine = array_map(trim(...), $here->cells($column->key));
            $theirs = array_map(static fn (array $cells): string => trim($cells[$there->index]), $file->cells);
            if (self::unique($mine) && self::unique($theirs)) {
                $matches = \count(array_intersect_key(array_flip($mine), array_flip($theirs)));
                $found[] = [$matches > 0 && self::tellsApart($mine), $matches, $column];
            }
        }
        usort($found, static fn (array $a, array $b): int => [$b[0], $b[1], $a[2]->index] <=> [$a[0], $a[1], $b[2]->index]);

        return array_column($found, 2);
    }

    /**
     * Email addresses, 0001, TMG-100, or 1, 2, 3 without gaps; not hours or dates that happen to differ.
     *
     * @param list<string> $values
     */
    public static function tellsApart(array $values): bool
    {
        $all = static fn (string $shape): bool => [] ===
            array_filter($values, static fn (string $value): bool => 1 !== preg_match($shape, $value));

        return $all('/^[^\s@]+@[^\s@]+$/u') ||
            $all('/^(?=.*\d)(?=.*\p{L})\S+$/u') ||
            ($all('/^\d{1,15}$/') &&
                [] !== $values &&
                ([] !== preg_grep('/^0/', $values) ||
                    max(array_map(intval(...), $values)) - min(array_map(intval(...), $values)) + 1 === \count($values)));
    }

    /** @throws TableException when the key column does not tell rows apart */
    public static function compare(Table $here, FileTable $file, string $key): self
    {
        $column = $here->column($key);
        $there = self::same($column, $file) ?? throw new TableException(new Message('table.error.key_missing', [
            'heading' => $column->heading,
        ]));
        $mine = [];
        foreach ($here->rows as $row) {
            $mine[trim($row->cells[$column->index])] = $row;
        }
        if (
            \count($mine) !== \count($here->rows) ||
            !self::unique(array_map(static fn (array $cells): string => trim($cells[$there->index]), $file->cells))
        ) {
            throw new TableException(new Message('table.error.key_repeats', ['heading' => $column->heading]));
        }
        [$table, $places, $new] = self::columns($here, $file);
        $rows = $added = $changed = [];
        $id = $here->nextId();
        foreach ($file->cells as $cells) {
            $old = $mine[trim($cells[$there->index])] ?? null;
            $row =
                null === $old
                    ? array_fill(0, \count($table->columns), '')
                    : array_pad($old->cells, \count($table->columns), '');
            foreach ($places as $from => $to) {
                if (null !== $old && $row[$to] !== $cells[$from]) {
                    $changed[$old->id][$table->columns[$to]->key] = ['old' => $row[$to], 'new' => $cells[$from]];
                }
                $row[$to] = $cells[$from];
            }
            $rows[] = null === $old ? new Row($id++, array_values($row)) : $old->with(array_values($row));
            if (null === $old) {
                $added[] = array_combine(array_map(static fn (Column $one): string => $one->heading, $file->columns), $cells);
            } else {
                unset($mine[trim($cells[$there->index])]);
            }
        }
        $removed = array_values($mine);
        $gone = array_values(
            array_map(
                static fn (Column $one): string => $one->heading,
                array_filter(
                    $here->columns,
                    static fn (Column $one): bool => null === $one->recipe && null === self::same($one, $file),
                ),
            ),
        );
        $padded = array_map(
            static fn (Row $row): Row => $row->with(array_pad($row->cells, \count($table->columns), '')),
            $removed,
        );

        return new self(
            $column,
            $added,
            $changed,
            $removed,
            self::moves($here, $rows),
            $new,
            $gone,
            $table->withRows($rows),
            $table->withRows([...$rows, ...$padded]),
        );
    }

    /** @param bool $remove rows that the file has not go; otherwise they stay at the end */
    public function table(bool $remove): Table
    {
        return $remove ? $this->kept : $this->all;
    }

    public function changesNothing(): bool
    {
        return [] === $this->added &&
            [] === $this->changed &&
            [] === $this->removed &&
            0 === $this->moved &&
            [] === $this->newColumns;
    }

    /**
     * @return array{Table, array<int, int>, list<string>} with new columns at the end; where each column of the file
     * goes; headings of the new ones
     */
    private static function columns(Table $here, FileTable $file): array
    {
        $columns = $here->columns;
        $places = $new = [];
        foreach ($file->columns as $i => $column) {
            $same = null;
            foreach ($here->columns as $mine) {
                $same = self::fold($mine->heading) === self::fold($column->heading) ? $mine : $same;
            }
            if (null !== $same) {
                if (null === $same->recipe) {
                    $places[$i] = $same->index;
                }
                continue;
            }
            $places[$i] = \count($columns);
            $columns[] = new Column(
                \count($columns),
                TableBuilder::freeKey($column->key, array_map(static fn (Column $one): string => $one->key, $columns)),
                $column->heading,
            );
            $new[] = $column->heading;
        }

        return [$here->withRows([])->withColumns($columns), $places, $new];
    }

    /** @param list<Row> $rows as they come to stand */
    private static function moves(Table $here, array $rows): int
    {
        $ids = array_map(static fn (Row $row): int => $row->id, $rows);
        $kept = array_flip($ids);
        $before = array_values(
            array_filter(
                array_map(static fn (Row $row): int => $row->id, $here->rows),
                static fn (int $id): bool => isset($kept[$id]),
            ),
        );
        $place = array_flip($before);
        $after = array_values(array_filter($ids, static fn (int $id): bool => isset($place[$id])));
        // All but the longest run that still stands in its old order has moved (patience sorting).
        $tails = [];
        foreach ($after as $id) {
            $at = $place[$id];
            [$low, $high] = [0, \count($tails)];
            while ($low < $high) {
                $middle = intdiv($low + $high, 2);
                $tails[$middle] < $at ? ($low = $middle + 1) : ($high = $middle);
            }
            $tails[$low] = $at;
        }

        return \count($after) - \count($tails);
    }

    /** The column of a file with the same heading, ignoring spaces and case. */
    public static function same(Column $column, FileTable $file): ?Column
    {
        foreach ($file->columns as $one) {
            if (self::fold($one->heading) === self::fold($column->heading)) {
                return $one;
            }
        }

        return null;
    }

    /** @param list<string> $values */
    private static function unique(array $values): bool
    {
        return !\in_array('', $values, true) && \count(array_unique($values)) === \count($values);
    }

    private static function fold(string $heading): string
    {
        return mb_strtolower((string) preg_replace('/[\s_]+/u', ' ', trim($heading)), 'UTF-8');
    }
}
