<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;

/** How long a scene lasts, in seconds: fixed, or computed from the row between two bounds, plus a fixed addition. */
final readonly class SceneLength
{
    public const LONGEST = 600;

    public function __construct(
        #[Choice('what_it_lasts_by')]
        public SceneRule $rule = SceneRule::Seconds,
        #[Number('seconds', 0.1, self::LONGEST)]
        public float $seconds = 2.0,
        #[Number('shortest', 0, self::LONGEST)]
        public float $least = 1.5,
        #[Number('longest', 0.1, self::LONGEST)]
        public float $most = 8.0,
        #[Number('hold', 0, self::LONGEST)]
        public float $hold = 0.0,
        /** Letters read in a second; null for what is usual of their script. */
        #[Number('reading_speed', 1, 60)]
        public ?float $speed = null,
    ) {
    }
}
