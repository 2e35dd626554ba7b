<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Percentage;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Properties\Whole;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\LetterCase;
use Morphea\Core\Design\Styles\VerticalAlign;

/** `size` in dots; `lineHeight` as a multiple of the size; `letterSpacing` in em (thousandths are written 0.001). */
final readonly class TextStyle
{
    public function __construct(
        #[Text('font', 80)]
        public string $family,
        #[Whole('weight', 100, 900)]
        public int $weight,
        #[Toggle('slope')]
        public bool $italic,
        #[Length('size', 1, Design::MAX_DOTS)]
        public float $size,
        #[Colour('colour')]
        public string $colour,
        #[Choice('alignment')]
        public Align $align = Align::Left,
        #[Choice('alignment_in_height')]
        public VerticalAlign $verticalAlign = VerticalAlign::Middle,
        #[Number('line_height', 0.5, 4)]
        public float $lineHeight = 1.2,
        #[Percentage('letter_spacing', -0.5, 5)]
        public float $letterSpacing = 0.0,
        #[Choice('case')]
        public LetterCase $case = LetterCase::AsWritten,
        /** All figures equally wide, so that numbers stand in columns. */
        #[Toggle('figures')]
        public bool $tabular = false,
        /** Every line of the text begins with a bullet and hangs from it. */
        #[Toggle('bullets')]
        public bool $bullets = false,
    ) {
    }
}
