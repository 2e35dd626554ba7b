<?php

declare(strict_types=1);

namespace Morphea\App\Work;

/** Asks a worker to do a job: all of it; or of shared work one stretch, or, without places, to put it together at its end. */
final readonly class DoWork
{
    public function __construct(public string $job, public ?int $from = null, public ?int $to = null)
    {
    }
}
