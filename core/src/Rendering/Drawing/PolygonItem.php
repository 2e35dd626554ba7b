<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

final readonly class PolygonItem implements Item
{
    /** @param non-empty-list<array{float, float}> $points */
    public function __construct(public array $points, public Paint $paint)
    {
    }

    public function bounds(): Bounds
    {
        [$xs, $ys] = [array_column($this->points, 0), array_column($this->points, 1)];
        $round = new Bounds(min($xs), min($ys), max($xs), max($ys));

        return $round->grown($this->paint->outside(pointed: true));
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->polygon($this);
    }

    public function inColour(string $colour): self
    {
        return new self($this->points, new Paint($colour));
    }
}
