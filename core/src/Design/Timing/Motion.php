<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;

/** How a layer appears or disappears, and how long that takes; the lines of a text can follow each other with a delay. */
final readonly class Motion
{
    public function __construct(
        #[Choice('motion')]
        public MotionKind $kind = MotionKind::Fade,
        #[Number('time_it_takes', 0, 20)]
        public float $seconds = 0.4,
        #[Choice('where_from')]
        public Direction $from = Direction::Left,
        #[Choice('easing')]
        public Easing $easing = Easing::Soft,
        #[Number('stagger', 0, 5)]
        public float $stagger = 0.0,
    ) {
    }
}
