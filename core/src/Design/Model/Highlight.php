<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Model\Property\Colour;
use Morphea\Core\Design\Model\Property\Length;

/** A bar behind every line, `padding` dots wider at both ends. */
final readonly class Highlight
{
    public function __construct(
        #[Colour('colour of the bar')]
        public string $colour,
        #[Length('width of the bar', 0, 2_000)]
        public float $padding,
    ) {
    }
}
