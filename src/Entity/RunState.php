<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

enum RunState: string
{
    case Waiting = 'waiting';
    case Stopped = 'stopped';
    case Done = 'done';
}
