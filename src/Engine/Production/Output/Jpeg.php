<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\Option;
use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** JPEG: small for photographs, with nothing see-through. */
#[AsTaggedItem(priority: 50)]
final readonly class Jpeg extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Jpeg;
    }

    public function label(): string
    {
        return 'JPEG pictures';
    }

    public function ending(): string
    {
        return 'jpg';
    }

    public function options(): array
    {
        return [Option::Size, Option::Edge, Option::Marks, Option::Ground, Option::Quality, Option::Steps, Option::Moment];
    }
}
