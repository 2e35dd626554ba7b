<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** `size` in dots; `lineHeight` as a multiple of the size; `letterSpacing` in em (thousandths are written 0.001). */
final readonly class TextStyle
{
    public function __construct(
        public string $family,
        public int $weight,
        public bool $italic,
        public float $size,
        public string $colour,
        public Align $align = Align::Left,
        public VerticalAlign $verticalAlign = VerticalAlign::Middle,
        public float $lineHeight = 1.2,
        public float $letterSpacing = 0.0,
        public LetterCase $case = LetterCase::AsWritten,
        /** All figures equally wide, so that numbers stand in columns. */
        public bool $tabular = false,
        /** Every line of the text begins with a bullet and hangs from it. */
        public bool $bullets = false,
    ) {
    }
}
