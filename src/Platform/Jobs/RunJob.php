<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Asks a worker to do a job: all of it, or one batch of a shared job, or, without places, to combine its results. */
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
