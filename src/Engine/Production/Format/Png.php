<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Render\PictureKind;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\Unit;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** PNG; parts that are the same in every row are drawn and compressed once. */
#[AsTaggedItem(priority: 60)]
final readonly class Png extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Png;
    }

    public function isUsual(Design $design): bool
    {
        return Unit::Pixel === $design->unit;
    }
}
