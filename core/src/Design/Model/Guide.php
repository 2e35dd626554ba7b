<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Styles\GuideUse;

/**
 * A line to align to, seen while working and never made: at `at` dots from the left (upright) or from the top (level). It
 * can say where the finished piece is folded or torn; print sheets then say so at the edges.
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
