<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

final readonly class LineItem implements Item
{
    public function __construct(
        public float $x1,
        public float $y1,
        public float $x2,
        public float $y2,
        public Paint $paint,
    ) {
    }

    public function bounds(): Bounds
    {
        $round = new Bounds(
            min($this->x1, $this->x2),
            min($this->y1, $this->y2),
            max($this->x1, $this->x2),
            max($this->y1, $this->y2),
        );

        return $round->grown($this->paint->outside());
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->line($this);
    }

    public function inColour(string $colour): self
    {
        $paint = new Paint(null, $colour, $this->paint->strokeWidth, $this->paint->dashes);

        return new self($this->x1, $this->y1, $this->x2, $this->y2, $paint);
    }
}
