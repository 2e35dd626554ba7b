<?php

declare(strict_types=1);

namespace Morphea\App\Film;

use Morphea\Core\Beat\Scene;
use Morphea\Core\Beat\Subtitles;
use Morphea\Core\Drawing\ClipContents;
use Morphea\Core\Layout\SoundSource;

/** What a film shows and says of itself. */
final readonly class Film
{
    /** @param string $language of its words (BCP 47) */
    public function __construct(
        public Scene $scene,
        public ClipContents&SoundSource $pictures,
        public string $title,
        public Subtitles $subtitles,
        public string $language,
    ) {
    }
}
