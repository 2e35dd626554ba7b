<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** A run has ended: everything it could make is made. For whoever waits for its pieces. */
final readonly class RunFinished
{
    public function __construct(public Run $run)
    {
    }
}
