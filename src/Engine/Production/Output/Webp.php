<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\Option;
use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** WebP: smaller than JPEG and PNG, for pages; without loss at quality 100. */
#[AsTaggedItem(priority: 40)]
final readonly class Webp extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Webp;
    }

    public function label(): string
    {
        return 'WebP pictures';
    }

    public function options(): array
    {
        return [Option::Size, Option::Edge, Option::Marks, Option::Ground, Option::SeeThrough, Option::Quality, Option::Moment];
    }
}
