<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** AVIF: the smallest, and slow to make. */
#[AsTaggedItem(priority: 30)]
final readonly class Avif extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Avif;
    }

    public function options(): array
    {
        return [
            FormatOption::Size,
            FormatOption::Edge,
            FormatOption::Marks,
            FormatOption::Ground,
            FormatOption::SeeThrough,
            FormatOption::Quality,
            FormatOption::Moment,
        ];
    }
}
