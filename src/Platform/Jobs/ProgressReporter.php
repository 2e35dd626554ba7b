<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Clock\Time;

/** How a task reports its progress. It ends the task if nobody wants it any more. */
final class ProgressReporter
{
    /** Seconds between two writings. */
    private const EVERY = 0.2;

    private float $told = 0.0;

    public function __construct(private readonly JobRecorder $record, private readonly string $job)
    {
    }

    /**
     * @param int|null $total of how many, where that is known by now
     *
     * @throws JobStoppedException
     */
    public function done(int $done, ?int $total = null): void
    {
        if (Time::precise() - $this->told < self::EVERY) {
            return;
        }
        $this->told = Time::precise();
        $this->record->report($this->job, $done, $total);
    }
}
