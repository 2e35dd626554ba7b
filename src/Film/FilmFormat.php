<?php

declare(strict_types=1);

namespace Morphea\App\Film;

/** What moving pictures are kept as. */
enum FilmFormat: string
{
    case Mp4 = 'mp4';
    case Webm = 'webm';
    case Gif = 'gif';
    case Webp = 'webp';
}
