<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Video\FilmFormat;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** VP9 in WebM. */
#[AsTaggedItem(priority: 36)]
final readonly class Webm extends OfFilm
{
    public static function id(): string
    {
        return 'webm';
    }

    protected static function format(): FilmFormat
    {
        return FilmFormat::Webm;
    }
}
