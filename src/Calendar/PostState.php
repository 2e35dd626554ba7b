<?php

declare(strict_types=1);

namespace Morphea\App\Calendar;

/** Where a post is. */
enum PostState: string
{
    case Planned = 'planned';
    case Posting = 'posting';
    case Posted = 'posted';
    case GivenUp = 'given-up';

    public function words(): string
    {
        return match ($this) {
            self::Planned => 'planned',
            self::Posting => 'on its way',
            self::Posted => 'posted',
            self::GivenUp => 'given up',
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
