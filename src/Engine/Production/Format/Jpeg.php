<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Render\PictureKind;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** JPEG: small for photos, without transparency. */
#[AsTaggedItem(priority: 50)]
final readonly class Jpeg extends OfPictures
{
    protected static function kind(): PictureKind
    {
        return PictureKind::Jpeg;
    }

    public function ending(): string
    {
        return 'jpg';
    }

    public function options(): array
    {
        return [
            FormatOption::Size,
            FormatOption::Edge,
            FormatOption::Marks,
            FormatOption::Ground,
            FormatOption::Quality,
            FormatOption::Steps,
            FormatOption::Moment,
        ];
    }
}
