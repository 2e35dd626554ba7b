<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\ColourPairs;
use Morphea\Core\Design\Properties\Length;

/**
 * How a picture's colours are changed: shown in greys or in one colour from dark to white; `blur` in dots; `colours`
 * replaces colours of a drawing. Colours as #RRGGBB.
 */
final readonly class PictureLook
{
    /** @param array<string, string> $colours the new by the old */
    public function __construct(
        #[Choice('colours')]
        public Tone $tone = Tone::AsItIs,
        #[Colour('colours')]
        public string $tint = '#17211E',
        #[Length('blur', 0, 500)]
        public float $blur = 0.0,
        #[ColourPairs('colours')]
        public array $colours = [],
    ) {
    }

    /** Whether the pixels of a photo change. A blur is drawn and does not change them. */
    public function tones(): bool
    {
        return Tone::AsItIs !== $this->tone;
    }
}
