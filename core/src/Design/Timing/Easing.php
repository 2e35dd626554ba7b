<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** How progress from 0 to 1 depends on time. */
enum Easing: string
{
    case Even = 'even';
    case SoftStart = 'soft-start';
    case SoftEnd = 'soft-end';
    case Soft = 'soft';

    /** @param float $time 0 to 1 */
    public function at(float $time): float
    {
        $time = max(0.0, min(1.0, $time));

        return match ($this) {
            self::Even => $time,
            self::SoftStart => $time ** 2,
            self::SoftEnd => 1 - (1 - $time) ** 2,
            self::Soft => $time ** 2 * (3 - 2 * $time),
        };
    }
}
