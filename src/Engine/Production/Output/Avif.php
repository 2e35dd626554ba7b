<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\Option;
use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** AVIF: smaller still, slow to make. */
#[AsTaggedItem(priority: 30)]
final readonly class Avif extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Avif;
    }

    public function label(): string
    {
        return 'AVIF pictures';
    }

    public function options(): array
    {
        return [Option::Size, Option::Edge, Option::Marks, Option::Ground, Option::SeeThrough, Option::Quality, Option::Moment];
    }
}
