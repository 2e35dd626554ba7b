<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Shared work that must not go as fast as it can: one stretch of it is given at a time, and none before its time. */
interface PacedTask extends SharedTask
{
    /** Milliseconds until the next stretch may begin. */
    public function pause(Job $job): int;
}
