<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

final readonly class RectangleItem implements Item
{
    public function __construct(
        public float $x,
        public float $y,
        public float $width,
        public float $height,
        public float $radius,
        public Paint $paint,
    ) {
    }
}
