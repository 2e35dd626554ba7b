<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\Core\Rendering\Timeline\Subtitles;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** The text of a short with its times, in SubRip format. */
#[AsTaggedItem(priority: 6)]
final readonly class Srt extends OfWords
{
    public static function id(): string
    {
        return 'srt';
    }

    protected function written(Subtitles $words): string
    {
        return $words->srt();
    }
}
