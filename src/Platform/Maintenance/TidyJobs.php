<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Jobs\JobDispatcher;

/** Deletes jobs nobody came back to for a day, and folders of deleted jobs. */
final readonly class TidyJobs implements TidyTask
{
    public function __construct(private JobDispatcher $desk, private Sweeper $sweeper)
    {
    }

    public function tidy(): array
    {
        return [
            'maintenance.tidied.jobs' => $this->desk->forgetBefore(Time::at('-1 day')),
            'maintenance.tidied.work' => $this->sweeper->folders('work', $this->desk->ids(...)),
        ];
    }
}
