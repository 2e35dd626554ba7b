<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** The box of a layer, in dots from the side's top left corner; turned clockwise by `rotation` degrees about its centre. */
final readonly class Frame
{
    public function __construct(
        public float $x,
        public float $y,
        public float $width,
        public float $height,
        public float $rotation = 0.0,
    ) {
    }

    public function centreX(): float
    {
        return $this->x + $this->width / 2;
    }

    public function centreY(): float
    {
        return $this->y + $this->height / 2;
    }
}
