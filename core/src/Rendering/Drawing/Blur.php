<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** How far a Gaussian blur remains visible. */
final readonly class Blur
{
    private const DEVIATIONS = 3.0;

    /** @param float $deviation its standard deviation, in dots */
    public static function reach(float $deviation): float
    {
        return self::DEVIATIONS * max(0.0, $deviation);
    }
}
