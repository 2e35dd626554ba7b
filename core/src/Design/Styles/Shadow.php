<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Percentage;

/** A soft shadow, in dots; `blur` is the width of its edge, `opacity` runs from 0 to 1. */
final readonly class Shadow
{
    public function __construct(
        #[Colour('colour_of_the_shadow')]
        public string $colour,
        #[Length('shadow_to_the_right', -2_000, 2_000)]
        public float $dx,
        #[Length('shadow_down', -2_000, 2_000)]
        public float $dy,
        #[Length('blur_of_the_shadow', 0, 500)]
        public float $blur,
        #[Percentage('opacity_of_the_shadow')]
        public float $opacity,
    ) {
    }
}
