<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\Core\Rendering\Timeline\Subtitles;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** The text of a short with its times, in WebVTT format. */
#[AsTaggedItem(priority: 5)]
final readonly class Vtt extends OfWords
{
    public static function id(): string
    {
        return 'vtt';
    }

    protected function written(Subtitles $words): string
    {
        return $words->vtt();
    }
}
