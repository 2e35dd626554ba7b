<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** Text as fitted into a frame: `size`, `width` (widest line) and `height` (all lines) in dots. */
final readonly class FittedText
{
    /** @param list<FittedLine> $lines */
    public function __construct(
        public float $size,
        public array $lines,
        public float $width,
        public float $height,
        public bool $overset,
    ) {
    }
}
