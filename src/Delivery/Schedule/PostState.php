<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

/** Where a post is. */
enum PostState: string
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
}
