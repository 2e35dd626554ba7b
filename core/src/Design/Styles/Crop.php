<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Percentage;

/** Which part of a picture that covers its frame is seen: what stays in its middle, and how many times closer it is. */
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
