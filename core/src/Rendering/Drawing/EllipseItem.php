<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

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

    public function bounds(): Bounds
    {
        $round = new Bounds(
            $this->centreX - $this->radiusX,
            $this->centreY - $this->radiusY,
            $this->centreX + $this->radiusX,
            $this->centreY + $this->radiusY,
        );

        return $round->grown($this->paint->outside());
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->ellipse($this);
    }

    public function inColour(string $colour): self
    {
        return new self($this->centreX, $this->centreY, $this->radiusX, $this->radiusY, new Paint($colour));
    }
}
