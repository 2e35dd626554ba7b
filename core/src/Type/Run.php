<?php

declare(strict_types=1);

namespace Morphea\Core\Type;

/** A stretch of a line in one font and one direction. `advance` in em, letter spacing not counted. */
final readonly class Run
{
    public function __construct(
        public string $text,
        public FontFace $face,
        public bool $rightToLeft,
        public float $advance,
        public int $graphemes,
    ) {
    }
}
