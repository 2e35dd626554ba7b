<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\PictureFit;

/** A picture of the project, by name, in its box. */
final readonly class PictureItem implements Item
{
    public function __construct(public string $asset, public float $x, public float $y, public float $width, public float $height, public PictureFit $fit)
    {
    }
}
