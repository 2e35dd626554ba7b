<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/**
 * A row as designs and patterns are filled with it: `number` from 1, cells as written, by column key; `monthFirst` says
 * of columns with dates, by key, which way round they are written, where that was said. `id` is the row's own for good;
 * null where it is no row of a table, as the stretch row.
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
     * A row with all that its columns know of it; every row of a table is made here.
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
