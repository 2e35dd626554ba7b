<?php

declare(strict_types=1);

namespace Morphea\App\Making;

/**
 * One side of one piece, ready to be written: as SVG, with its dots per inch, the bleed round it in points, and whether
 * it covers all of its paper.
 */
final readonly class Page
{
    public function __construct(public string $svg, public float $dpi, public float $bleed, public bool $opaque)
    {
    }
}
