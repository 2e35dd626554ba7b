<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** TIFF for print shops, lossless. */
#[AsTaggedItem(priority: 20)]
final readonly class Tiff extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Tiff;
    }

    public function ending(): string
    {
        return 'tif';
    }
}
