<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Type\FontFace;

/** One run of one line: `x` is its left edge whatever its direction, `y` its baseline, `size` and `letterSpacing` in dots. */
final readonly class TextItem implements Item
{
    public function __construct(
        public float $x,
        public float $y,
        public string $text,
        public FontFace $face,
        public float $size,
        public string $colour,
        public float $letterSpacing,
        public bool $rightToLeft,
    ) {
    }
}
