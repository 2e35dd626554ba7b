<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** WebP: smaller than JPEG and PNG, for web pages; lossless at quality 100. */
#[AsTaggedItem(priority: 40)]
final readonly class Webp extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Webp;
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
