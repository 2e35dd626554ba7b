<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Morphea\Core\Data\Row;

/** A piece to be made: its place in the run, its file name without ending, and its row. */
final readonly class WaitingPiece
{
    public function __construct(public int $position, public string $name, public Row $row)
    {
    }
}
