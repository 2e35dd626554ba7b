<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Length;

/** An outline around letters or a picture, `width` dots wide. */
final readonly class Outline
{
    public function __construct(
        #[Colour('colour_of_the_line')]
        public string $colour,
        #[Length('width_of_the_line', 0, 2_000)]
        public float $width,
    ) {
    }
}
