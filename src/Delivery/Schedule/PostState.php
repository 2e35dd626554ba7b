<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Platform\Database\GuardedState;
use Morphea\Core\Message;

/** The state of a post. */
enum PostState: string implements GuardedState
{
    case Planned = 'planned';
    case Posting = 'posting';
    case Posted = 'posted';
    case GivenUp = 'given-up';
    /** It was taken out of the calendar; it keeps its sign, in case it comes back. */
    case Removed = 'removed';

    public function words(): Message
    {
        return new Message('schedule.state.' . strtr($this->value, '-', '_'));
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
