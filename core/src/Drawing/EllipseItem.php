<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

final readonly class EllipseItem implements Item
{
    public function __construct(
        public float $centreX,
        public float $centreY,
        public float $radiusX,
        public float $radiusY,
        public Paint $paint,
    ) {
    }
}
