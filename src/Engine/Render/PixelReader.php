<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Checks\Raster;

/** A drawn page, addressed by dots; it may have been drawn smaller. */
final readonly class PixelReader implements Raster
{
    private int $right;
    private int $bottom;

    /** @param float $scale pixels a dot */
    public function __construct(private \GdImage $image, private float $scale)
    {
        $this->right = imagesx($image) - 1;
        $this->bottom = imagesy($image) - 1;
    }

    public function at(int $x, int $y): array
    {
        $colour = (int) imagecolorat(
            $this->image,
            max(0, min($this->right, (int) (($x + 0.5) * $this->scale))),
            max(0, min($this->bottom, (int) (($y + 0.5) * $this->scale))),
        );

        return [($colour >> 16) & 255, ($colour >> 8) & 255, $colour & 255];
    }
}
