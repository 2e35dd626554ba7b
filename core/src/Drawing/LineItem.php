<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

final readonly class LineItem implements Item
{
    public function __construct(public float $x1, public float $y1, public float $x2, public float $y2, public Paint $paint)
    {
    }
}
