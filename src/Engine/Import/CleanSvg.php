<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/** A drawing that is safe to use, its viewBox starting at 0 0; `cost` is the number of parts to draw (SvgCost). */
final readonly class CleanSvg
{
    public function __construct(public string $svg, public float $width, public float $height, public float $cost)
    {
    }
}
