<?php

declare(strict_types=1);

namespace Morphea\App\Press;

/** All pieces of the run are made or given up: put them together. */
final readonly class FinishRun
{
    public function __construct(public string $run)
    {
    }
}
