<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Morphea\Core\Message;

/** The size of a file in a suitable unit. */
final readonly class FileSize
{
    public static function of(int|float $bytes): Message
    {
        [$unit, $size] = match (true) {
            $bytes < 1e6 => ['kilobytes', round($bytes / 1e3)],
            $bytes < 1e9 => ['megabytes', round($bytes / 1e6, 1)],
            default => ['gigabytes', round($bytes / 1e9, 2)],
        };

        return new Message("common.size.$unit", ['size' => $size]);
    }
}
