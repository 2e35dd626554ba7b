<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\Core\Message;

/** The time left, in words: “3 s”, “2 min”. */
final readonly class TimeLeft
{
    public static function words(float $seconds): Message
    {
        return match (true) {
            $seconds < 90 => new Message('common.left.seconds', ['count' => (int) ceil($seconds)]),
            $seconds < 5400 => new Message('common.left.minutes', ['count' => (int) ceil($seconds / 60)]),
            default => new Message('common.left.hours', ['count' => round($seconds / 3600, 1)]),
        };
    }
}
