<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Number;

/** The box of a layer, in dots from the page's top left corner, rotated clockwise by `rotation` degrees about its centre. */
final readonly class Frame
{
    private const LEAST = -Design::MAX_DOTS;
    private const MOST = 2 * Design::MAX_DOTS;

    public function __construct(
        #[Length('place', self::LEAST, self::MOST, ofPage: true)]
        public float $x,
        #[Length('place', self::LEAST, self::MOST, ofPage: true)]
        public float $y,
        #[Length('width', 0, self::MOST, ofPage: true)]
        public float $width,
        #[Length('height', 0, self::MOST, ofPage: true)]
        public float $height,
        #[Number('turn', -360, 360)]
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
