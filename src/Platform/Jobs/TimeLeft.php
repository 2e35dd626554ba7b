<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** How long something still takes, in words: "3 s left", "2 min left". */
final readonly class TimeLeft
{
    public static function words(float $seconds): string
    {
        return match (true) {
            $seconds < 90 => \sprintf('%d s left', (int) ceil($seconds)),
            $seconds < 5400 => \sprintf('%d min left', (int) ceil($seconds / 60)),
            default => \sprintf('%.1f h left', $seconds / 3600),
        };
    }
}
