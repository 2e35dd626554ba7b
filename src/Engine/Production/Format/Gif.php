<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Video\FilmFormat;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** An animated GIF, for places that show nothing else. */
#[AsTaggedItem(priority: 34)]
final readonly class Gif extends OfFilm
{
    public static function id(): string
    {
        return 'gif';
    }

    protected static function format(): FilmFormat
    {
        return FilmFormat::Gif;
    }
}
