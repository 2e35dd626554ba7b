<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Toggle;

/**
 * A fill from one colour to another: along a direction (`angle` in degrees, 0 is left to right, clockwise) or from the
 * centre outwards.
 */
final readonly class Gradient
{
    public function __construct(
        #[Toggle('fill')]
        public bool $radial,
        #[Number('direction_of_the_fill', -360, 360)]
        public float $angle,
        #[Colour('first_colour')]
        public string $from,
        #[Colour('last_colour')]
        public string $to,
    ) {
    }
}
