<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Rendering\Drawing\ClipContents;
use Morphea\Core\Rendering\Layout\SoundSource;
use Morphea\Core\Rendering\Timeline\Subtitles;
use Morphea\Core\Rendering\Timeline\Timeline;

/** The content and metadata of a film. */
final readonly class Film
{
    /** @param string $language of its words (BCP 47) */
    public function __construct(
        public Timeline $timeline,
        public ClipContents&SoundSource $pictures,
        public string $title,
        public Subtitles $subtitles,
        public string $language,
    ) {
    }
}
