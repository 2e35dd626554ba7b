<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

/** What becomes of posts whose time went by without their being posted. */
enum Overdue: string
{
    case Now = 'now';
    case Spread = 'spread';
    case Leave = 'leave';
}
