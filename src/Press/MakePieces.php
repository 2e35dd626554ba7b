<?php

declare(strict_types=1);

namespace Morphea\App\Press;

/** Make the pieces of a run from one position to another (both included), as far as they still wait. */
final readonly class MakePieces
{
    public function __construct(public string $run, public int $from, public int $to)
    {
    }
}
