<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * A fill that runs from one colour to another: along a direction (`angle` in degrees, 0 from left to right, clockwise),
 * or from the middle outwards.
 */
final readonly class Gradient
{
    public function __construct(public bool $radial, public float $angle, public string $from, public string $to)
    {
    }
}
