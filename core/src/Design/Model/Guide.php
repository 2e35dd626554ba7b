<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Styles\GuideUse;

/**
 * A line to align to, shown while editing and never printed: `at` dots from the left (vertical) or from the top
 * (horizontal). It can mark a fold or a perforation, which print sheets then mark at their edges.
 */
final readonly class Guide
{
    public function __construct(
        #[Toggle('guide')]
        public bool $upright,
        #[Length('guide', 0, Design::MAX_DOTS, ofPage: true)]
        public float $at,
        #[Choice('use_of_the_guide')]
        public GuideUse $use = GuideUse::Line,
    ) {
    }
}
