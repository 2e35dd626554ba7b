<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Platform\Database\GuardedState;

/** Where a post is. */
enum PostState: string implements GuardedState
{
    case Planned = 'planned';
    case Posting = 'posting';
    case Posted = 'posted';
    case GivenUp = 'given-up';
    /** It was taken out of the calendar; it keeps its sign, in case it comes back. */
    case Removed = 'removed';

    public function words(): string
    {
        return match ($this) {
            self::Planned => 'planned',
            self::Posting => 'on its way',
            self::Posted => 'posted',
            self::GivenUp => 'given up',
            self::Removed => 'removed',
        };
    }

    public function tone(): string
    {
        return match ($this) {
            self::Posted => 'ok',
            self::GivenUp => 'bad',
            default => 'quiet',
        };
    }

    public function reachedFrom(): array
    {
        return match ($this) {
            self::Planned => [self::Planned, self::Posting, self::GivenUp, self::Removed],
            self::Posting => [self::Planned],
            self::Posted, self::GivenUp => [self::Posting],
            self::Removed => [self::Planned, self::GivenUp],
        };
    }
}
