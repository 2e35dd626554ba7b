<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Table\Data\Record;

/**
 * A piece to be made: its place in the run, its file name without extension, its row, and how often it was started
 * without ever finishing.
 */
final readonly class PieceRequest
{
    public function __construct(public int $position, public string $name, public Record $row, public int $tries = 0)
    {
    }
}
