<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A shared job that must not go as fast as it can: one batch at a time, and none before its time. */
interface PacedTask extends SharedTask
{
    /** Milliseconds until the next batch may start. */
    public function pause(Job $job): int;
}
