<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

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

    public function bounds(): Bounds
    {
        return Bounds::of($this->x, $this->y, $this->width, $this->height)->grown($this->paint->outside());
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->rectangle($this);
    }

    public function inColour(string $colour): self
    {
        return new self($this->x, $this->y, $this->width, $this->height, $this->radius, new Paint($colour));
    }
}
