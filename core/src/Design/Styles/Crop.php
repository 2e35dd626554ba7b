<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Percentage;

/** The visible part of a picture that fills its frame: the point at its centre, and the zoom. */
final readonly class Crop
{
    public function __construct(
        #[Percentage('crop')]
        public float $x = 0.5,
        #[Percentage('crop')]
        public float $y = 0.5,
        #[Number('crop', 1, 10)]
        public float $closer = 1.0,
    ) {
    }
}
