<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Model\Property\Colour;
use Morphea\Core\Design\Model\Property\Length;

/** A line round the letters or a picture, `width` dots wide outside them. */
final readonly class Outline
{
    public function __construct(
        #[Colour('colour of the line')]
        public string $colour,
        #[Length('width of the line', 0, 2_000)]
        public float $width,
    ) {
    }
}
