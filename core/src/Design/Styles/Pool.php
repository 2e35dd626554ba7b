<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/**
 * Pictures or clips that are dealt out over the rows in turn, so that neighbours differ. After the last one the pool
 * starts again. The choice depends only on the row's number.
 */
final readonly class Pool
{
    /** @param non-empty-list<string> $names of pictures */
    public function __construct(public array $names)
    {
    }

    /** @param int $row from 1; without rows it is as for the first */
    public function dealt(int $row): string
    {
        return $this->names[(max(1, $row) - 1) % \count($this->names)];
    }
}
