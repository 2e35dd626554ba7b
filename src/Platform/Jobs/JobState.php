<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

enum JobState: string
{
    case Waiting = 'waiting';
    case Working = 'working';
    case Done = 'done';
    case Failed = 'failed';
    case Stopped = 'stopped';
}
