<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

use Morphea\Core\Data\Recipe\Kitchen;

/**
 * The table as people work on it: columns with their kinds and recipes, rows that keep their identity. Immutable; every
 * change gives a new one with its recipes run again.
 */
final readonly class Sheet
{
    /** @var array<string, int> place by key */
    private array $places;

    /**
     * @param list<Column>   $columns
     * @param list<SheetRow> $rows
     * @param int $lastId the highest id a row of this table ever had: none is given twice, so that nothing kept for a
     *   row that is gone comes to another
     */
    public function __construct(public array $columns, public array $rows, private int $lastId = 0)
    {
        $this->places = array_flip(array_map(static fn (Column $column): string => $column->key, $columns));
    }

    /** @param int $firstId that is free */
    public static function of(Table $table, int $firstId = 1): self
    {
        return new self(
            $table->columns,
            array_map(
                static fn (array $cells, int $i): SheetRow => new SheetRow($firstId + $i, $cells),
                $table->cells,
                array_keys($table->cells),
            ),
        );
    }

    /** @throws TableError */
    public function column(string $key): Column
    {
        return $this->columns[$this->place($key)];
    }

    /** @throws TableError */
    public function place(string $key): int
    {
        return $this->places[$key] ?? throw new TableError("There is no column “{$key}” in the table.");
    }

    public function has(string $key): bool
    {
        return isset($this->places[$key]);
    }

    public function nextId(): int
    {
        return 1 + array_reduce($this->rows, static fn (int $most, SheetRow $row): int => max($most, $row->id), $this->lastId);
    }

    /** @return \Generator<int, Row> as patterns are filled with them, by their place from 0 */
    public function filling(): \Generator
    {
        foreach ($this->rows as $i => $row) {
            yield $i => Row::of($this->columns, $i + 1, $row->cells);
        }
    }

    /** @return list<string> */
    public function cells(string $key): array
    {
        $place = $this->place($key);

        return array_map(static fn (SheetRow $row): string => $row->cells[$place], $this->rows);
    }

    /** With all recipes run again, in the order they build on each other. */
    public function cooked(Kitchen $kitchen): self
    {
        return $kitchen->cook($this);
    }

    /**
     * @param list<Column> $columns whatever their index says, they stand in this order
     *
     * @throws TableError
     */
    public function withColumns(array $columns): self
    {
        if (\count($columns) > Table::MAX_COLUMNS) {
            throw new TableError(\sprintf('A table has up to %d columns.', Table::MAX_COLUMNS));
        }

        return new self(
            array_map(static fn (Column $column, int $i): Column => $column->at($i), $columns, array_keys($columns)),
            $this->rows,
            $this->nextId() - 1,
        );
    }

    /**
     * @param list<SheetRow> $rows
     *
     * @throws TableError
     */
    public function withRows(array $rows): self
    {
        if (\count($rows) > Table::MAX_ROWS) {
            throw new TableError(\sprintf('A table has up to %s rows.', number_format(Table::MAX_ROWS)));
        }

        return new self($this->columns, $rows, $this->nextId() - 1);
    }

    /** @return array<int, true> numbers, from 1, of rows that runs leave out: switched off, or drafts nobody accepted */
    public function skipped(): array
    {
        $skipped = [];
        foreach ($this->rows as $i => $row) {
            if ($row->off || $row->draft) {
                $skipped[$i + 1] = true;
            }
        }

        return $skipped;
    }

    public function table(): Table
    {
        return new Table($this->columns, array_map(static fn (SheetRow $row): array => $row->cells, $this->rows));
    }
}
