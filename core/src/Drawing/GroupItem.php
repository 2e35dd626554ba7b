<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** All that one layer draws, turned clockwise by `rotation` degrees about a centre, then moved `up` dots. */
final readonly class GroupItem implements Item
{
    /** @param list<Item> $items */
    public function __construct(
        public string $layer,
        public array $items,
        public float $opacity,
        public float $rotation,
        public float $centreX,
        public float $centreY,
        public float $up = 0.0,
    ) {
    }
}
