<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Video\FilmFormat;
use Morphea\Core\Design\Model\Design;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** H.264 in MP4, with a silent track if there is no sound, and the text as subtitles. */
#[AsTaggedItem(priority: 58)]
final readonly class Mp4 extends OfFilm
{
    public static function id(): string
    {
        return 'mp4';
    }

    protected static function format(): FilmFormat
    {
        return FilmFormat::Mp4;
    }

    public function isUsual(Design $design): bool
    {
        return $design->moves() && null === $this->missing();
    }
}
