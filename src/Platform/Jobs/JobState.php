<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Database\GuardedState;

enum JobState: string implements GuardedState
{
    case Waiting = 'waiting';
    case Working = 'working';
    case Done = 'done';
    case Failed = 'failed';
    case Stopped = 'stopped';

    public function reachedFrom(): array
    {
        return match ($this) {
            // Whatever came of it, it can be asked for once more.
            self::Waiting => self::cases(),
            default => [self::Waiting, self::Working],
        };
    }
}
