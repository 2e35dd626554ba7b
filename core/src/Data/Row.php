<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/** One row of the table: `number` from 1, cells as written, by column key. */
final readonly class Row
{
    /** @param array<string, string> $cells */
    public function __construct(public int $number, public array $cells)
    {
    }
}
