<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Asks a worker to do a job: all of it; or of shared work one stretch, or, without places, to put it together at its end. */
final readonly class RunJob
{
    public function __construct(public string $job, public ?int $from = null, public ?int $to = null)
    {
    }

    /** @param array{job: string, from?: int|null, to?: int|null} $data messages of before there were stretches have only a job */
    public function __unserialize(array $data): void
    {
        $this->job = $data['job'];
        $this->from = $data['from'] ?? null;
        $this->to = $data['to'] ?? null;
    }
}
