<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

final readonly class PolygonItem implements Item
{
    /** @param list<array{float, float}> $points */
    public function __construct(public array $points, public Paint $paint)
    {
    }
}
