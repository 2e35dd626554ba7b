<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\ColourPairs;
use Morphea\Core\Design\Properties\Length;

/**
 * What is done to a picture's colours: shown in greys, or in one colour from dark to white; `blur` in dots; `colours`
 * gives a drawing's colours new ones. Colours as #RRGGBB.
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

    /** Whether the pixels of a photograph change (blur is drawn, not baked in). */
    public function tones(): bool
    {
        return Tone::AsItIs !== $this->tone;
    }
}
