<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\OfPattern;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Table\Patterns\Pattern;

/** The sound that plays throughout a short, and the loudness of the whole mix. Times are in seconds. */
final readonly class BackgroundSound
{
    public function __construct(
        /** What it comes to names a sound of the project; null for none. */
        #[OfPattern('track', 1_000)]
        public ?Pattern $track = null,
        #[Toggle('beginning_anew')]
        public bool $again = true,
        #[Number('fade_in', 0, 20)]
        public float $fadeIn = 0.5,
        #[Number('fade_out', 0, 20)]
        public float $fadeOut = 1.5,
        /** LUFS (EBU R 128). */
        #[Number('loudness', -31, -9)]
        public float $loudness = -16.0,
        /** Decibels that the track is softer by while something is said. */
        #[Number('softer_under_words', 0, 40)]
        public float $under = 12.0,
    ) {
    }
}
