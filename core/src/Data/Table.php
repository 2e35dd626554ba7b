<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/** Columns and rows, with what had to be said about them when they came in. */
final readonly class Table
{
    public const MAX_ROWS = 20_000;
    public const MAX_COLUMNS = 200;

    /**
     * @param list<Column>       $columns
     * @param list<list<string>> $cells   one list a row, as long as there are columns
     * @param list<string>       $notices sentences
     */
    public function __construct(public array $columns, public array $cells, public array $notices = [])
    {
    }

    public function count(): int
    {
        return \count($this->cells);
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_map(static fn (Column $column): string => $column->key, $this->columns);
    }

    /** @param int $number from 1 */
    public function row(int $number): Row
    {
        return Row::of($this->columns, $number, $this->cells[$number - 1]);
    }

    /** @return \Generator<int, Row> by row number */
    public function rows(): \Generator
    {
        for ($number = 1; $number <= $this->count(); ++$number) {
            yield $number => $this->row($number);
        }
    }
}
