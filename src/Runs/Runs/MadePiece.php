<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\PieceRequest;

/** A piece as a run made it. */
final readonly class MadePiece
{
    public function __construct(public Run $run, public PieceRequest $piece)
    {
    }
}
