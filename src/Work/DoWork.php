<?php

declare(strict_types=1);

namespace Morphea\App\Work;

/** Asks a worker to do a job. */
final readonly class DoWork
{
    public function __construct(public string $job)
    {
    }
}
