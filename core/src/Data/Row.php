<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/** One row of the table: `number` from 1, cells as written, by column key; `monthFirst` says of columns with dates, by key, which way round they are written, where that was said. */
final readonly class Row
{
    /**
     * @param array<string, string> $cells
     * @param array<string, bool>   $monthFirst
     */
    public function __construct(public int $number, public array $cells, public array $monthFirst = [])
    {
    }
}
