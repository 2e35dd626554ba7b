<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

/**
 * A quadrilateral part of a surface in the picture of a product. `matrix` maps a point of the picture to one of the
 * surface (0 to 1 in both directions): u = (m0 x + m1 y + m2) / (m6 x + m7 y + m8), v alike.
 */
final readonly class Cell
{
    /**
     * @param list<float>                     $matrix nine values, row by row
     * @param array{int, int, int, int}       $box    left, top, width, height in the picture
     * @param array{float, float, float, float} $part  u from, v from, u to, v to
     */
    public function __construct(public array $matrix, public array $box, public array $part)
    {
    }
}
