<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A soft shadow, in dots; `blur` is how far its edge spreads, `opacity` runs from 0 to 1. */
final readonly class Shadow
{
    public function __construct(
        public string $colour,
        public float $dx,
        public float $dy,
        public float $blur,
        public float $opacity,
    ) {
    }
}
