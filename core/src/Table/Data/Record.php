<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/**
 * A row as designs and patterns use it: `number` from 1, and cells as written, by column key; `monthFirst` says, by key,
 * which columns write the month first, if that is known. `id` is the row's permanent id; null if it is not a row of a
 * table, such as a stretch row.
 */
final readonly class Record
{
    /**
     * @param array<string, string> $cells
     * @param array<string, bool>   $monthFirst
     */
    public function __construct(
        public int $number,
        public array $cells,
        public array $monthFirst = [],
        public ?int $id = null,
    ) {
    }

    /**
     * A row with all its columns know about it; the records of a table are all made here.
     *
     * @param list<Column> $columns
     * @param list<string> $cells   in the order of the columns
     */
    public static function of(array $columns, int $number, array $cells, ?int $id = null): self
    {
        return new self(
            $number,
            array_combine(array_map(static fn (Column $column): string => $column->key, $columns), $cells),
            self::orders($columns),
            $id,
        );
    }

    /**
     * @param list<Column> $columns
     *
     * @return array<string, bool> which way round dates are written, by column key, where it was said
     */
    public static function orders(array $columns): array
    {
        $known = [];
        foreach ($columns as $column) {
            if (null !== $column->monthFirst) {
                $known[$column->key] = $column->monthFirst;
            }
        }

        return $known;
    }
}
