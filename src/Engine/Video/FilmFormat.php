<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

/** The file format of a film. */
enum FilmFormat: string
{
    case Mp4 = 'mp4';
    case Webm = 'webm';
    case Gif = 'gif';
    case Webp = 'webp';

    /** Whether it can have sound. */
    public function isHeard(): bool
    {
        return self::Mp4 === $this || self::Webm === $this;
    }

    /** Whether a lower quality makes it smaller. */
    public function hasQuality(): bool
    {
        return self::Gif !== $this;
    }
}
