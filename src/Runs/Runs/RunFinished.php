<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** A run came to its end: everything it could make is made. Heard by whoever waits for its pieces. */
final readonly class RunFinished
{
    public function __construct(public Run $run)
    {
    }
}
