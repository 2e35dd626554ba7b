<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Proof\Raster;

/** A drawn side, looked at by the dot; it may have been drawn smaller. */
final readonly class Pixels implements Raster
{
    /** @param float $scale pixels a dot */
    public function __construct(private \GdImage $image, private float $scale)
    {
    }

    public function at(int $x, int $y): array
    {
        $on = static fn (int $dot, float $scale, int $most): int => max(0, min($most - 1, (int) floor(($dot + 0.5) * $scale)));
        $colour = (int) imagecolorat(
            $this->image,
            $on($x, $this->scale, imagesx($this->image)),
            $on($y, $this->scale, imagesy($this->image)),
        );

        return [($colour >> 16) & 255, ($colour >> 8) & 255, $colour & 255];
    }
}
