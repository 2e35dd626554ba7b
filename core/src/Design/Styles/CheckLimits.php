<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Percentage;

/** The limits from which warnings are given. */
final readonly class CheckLimits
{
    public function __construct(
        /** Of letters with what lies under them, to 1 (WCAG 2.2, 1.4.3). */
        #[Number('least_contrast', 1, 21)]
        public float $contrast = 4.5,
        /** Pixels of a picture on an inch of paper. */
        #[Number('least_dpi', 20, 1200)]
        public float $dpi = 150.0,
        /** Dots of a screen that a pixel of a picture may cover before the eye sees it. */
        #[Number('largest_enlargement', 1, 20)]
        public float $enlarged = 2.0,
        /** Share of the size that words have in most pieces. */
        #[Percentage('smallest_share_of_the_usual_size')]
        public float $smaller = 0.6,
        /** Share of what must stay in sight of a picture. */
        #[Percentage('share_of_a_picture_that_may_be_cut_off')]
        public float $cut = 0.6,
    ) {
    }
}
