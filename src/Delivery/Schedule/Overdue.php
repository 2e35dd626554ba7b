<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

/** What happens to posts whose time passed before they were published. */
enum Overdue: string
{
    case Now = 'now';
    case Spread = 'spread';
    case Leave = 'leave';
}
