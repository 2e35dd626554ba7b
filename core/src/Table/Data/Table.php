<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Recipe\Series;

/**
 * The table people work on: columns with their kinds and recipes, rows with permanent ids. Immutable; every change
 * returns a new table with its recipes run again.
 */
final readonly class Table
{
    public const MAX_ROWS = 20_000;
    public const MAX_COLUMNS = 200;

    /** @var array<string, int> place by key */
    private array $places;

    /**
     * @param list<Column>   $columns
     * @param list<Row> $rows
     * @param int $lastId the highest id a row of this table ever had: none is given twice, so that nothing kept for a
     *   row that is gone comes to another
     */
    public function __construct(public array $columns, public array $rows, private int $lastId = 0)
    {
        $this->places = array_flip(array_map(static fn (Column $column): string => $column->key, $columns));
    }

    /**
     * @param int             $firstId that is free
     * @param array<int, int> $known   ids of rows that are here already, by place in the file
     */
    public static function of(FileTable $file, int $firstId = 1, array $known = []): self
    {
        $rows = [];
        foreach ($file->cells as $i => $cells) {
            $rows[] = new Row($known[$i] ?? $firstId++, $cells);
        }

        return new self($file->columns, $rows, $firstId - 1);
    }

    /** @throws TableException */
    public function column(string $key): Column
    {
        return $this->columns[$this->place($key)];
    }

    /** @throws TableException */
    public function place(string $key): int
    {
        return $this->places[$key] ?? throw new TableException(new Message('table.error.no_column', ['key' => $key]));
    }

    public function has(string $key): bool
    {
        return isset($this->places[$key]);
    }

    public function nextId(): int
    {
        return 1 + array_reduce($this->rows, static fn (int $most, Row $row): int => max($most, $row->id), $this->lastId);
    }

    /** @return list<string> keys of the columns */
    public function keys(): array
    {
        return array_map(static fn (Column $column): string => $column->key, $this->columns);
    }

    /** @return \Generator<int, Record> as designs and patterns are filled with them, by row number */
    public function records(): \Generator
    {
        foreach (array_keys($this->rows) as $i) {
            yield $i + 1 => $this->record($i + 1);
        }
    }

    /** @param int $number from 1 */
    public function record(int $number): Record
    {
        $row = $this->rows[$number - 1];

        return Record::of($this->columns, $number, $row->cells, $row->id);
    }

    /** @return list<string> */
    public function cells(string $key): array
    {
        $place = $this->place($key);

        return array_map(static fn (Row $row): string => $row->cells[$place], $this->rows);
    }

    /** With all recipes run again, in the order of their dependencies. */
    public function cooked(RecipeRunner $kitchen): self
    {
        return $kitchen->cook($this);
    }

    /**
     * @param list<Column> $columns whatever their index says, they stand in this order
     *
     * @throws TableException
     */
    public function withColumns(array $columns): self
    {
        if (\count($columns) > Table::MAX_COLUMNS) {
            throw new TableException(new Message('table.error.too_many_columns', ['most' => self::MAX_COLUMNS]));
        }

        return new self(
            array_map(static fn (Column $column, int $i): Column => $column->at($i), $columns, array_keys($columns)),
            $this->rows,
            $this->nextId() - 1,
        );
    }

    /**
     * @param list<Row> $rows
     *
     * @throws TableException
     */
    public function withRows(array $rows): self
    {
        if (\count($rows) > Table::MAX_ROWS) {
            throw new TableException(new Message('table.error.too_many_rows', ['most' => self::MAX_ROWS]));
        }

        return new self($this->columns, $rows, $this->nextId() - 1);
    }

    /**
     * @return array<int, true> numbers, from 1, of rows that runs leave out: switched off, drafts nobody accepted, or
     *     without any cell
     */
    public function skipped(): array
    {
        $skipped = $this->blank();
        foreach ($this->rows as $i => $row) {
            if ($row->off || $row->draft) {
                $skipped[$i + 1] = true;
            }
        }

        return $skipped;
    }

    /**
     * Rows in which nobody entered anything. Recipes make nothing of empty cells, except serial numbers, which can make
     * a row on their own.
     *
     * @return array<int, true> numbers, from 1
     */
    public function blank(): array
    {
        $written = array_flip(
            array_keys(
                array_filter(
                    $this->columns,
                    static fn (Column $column): bool => null === $column->recipe || $column->recipe instanceof Series,
                ),
            ),
        );
        $blank = [];
        foreach ($this->rows as $i => $row) {
            if ([] !== $written && '' === trim(implode('', array_intersect_key($row->cells, $written)))) {
                $blank[$i + 1] = true;
            }
        }

        return $blank;
    }
}
