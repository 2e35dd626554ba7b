<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** Colours as #RRGGBB; null draws nothing. Stroke width in dots, centred on the outline. */
final readonly class Paint
{
    public function __construct(public ?string $fill, public ?string $stroke = null, public float $strokeWidth = 0.0)
    {
    }
}
