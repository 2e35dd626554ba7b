<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Video\FilmFormat;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** An animated WebP. */
#[AsTaggedItem(priority: 33)]
final readonly class MovingWebp extends OfFilm
{
    public static function id(): string
    {
        return 'moving-webp';
    }

    protected static function format(): FilmFormat
    {
        return FilmFormat::Webp;
    }

    public function suffix(): string
    {
        return 'moving';
    }
}
