<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;

/** How a layer comes or goes, and how long that takes; of a text of several lines, each may begin a little after the other. */
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
