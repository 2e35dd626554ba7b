<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** A page as pixels, one pixel for each dot. */
interface Raster
{
    /** @return array{int, int, int} red, green and blue at a place, 0 to 255 */
    public function at(int $x, int $y): array;
}
