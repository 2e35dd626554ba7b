<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Length;

/** A bar behind every line, extended by `padding` dots at both ends. */
final readonly class Highlight
{
    public function __construct(
        #[Colour('colour_of_the_bar')]
        public string $colour,
        #[Length('width_of_the_bar', 0, 2_000)]
        public float $padding,
    ) {
    }
}
