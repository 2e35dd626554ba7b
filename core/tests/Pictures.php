<?php

declare(strict_types=1);

namespace Morphea\Core\Tests;

use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureContent;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\Tones;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\PictureLook;

/** A project with these pictures; each lies at its own name. */
final readonly class Pictures implements PictureSource, PictureContents
{
    /** @var array<string, Picture> */
    private array $pictures;

    public function __construct(Picture ...$pictures)
    {
        $this->pictures = array_combine(array_map(static fn (Picture $one): string => $one->name, $pictures), $pictures);
    }

    public function named(string $cell): ?string
    {
        return (new PictureNames(array_keys($this->pictures)))->find($cell);
    }

    public function picture(string $name): ?Picture
    {
        return $this->pictures[$name] ?? null;
    }

    public function tones(Picture $picture): ?Tones
    {
        return null;
    }

    public function content(Picture $picture, PictureLook $look): PictureContent
    {
        return $picture->isDrawing ? PictureContent::drawn('<g/>') : PictureContent::at("/$picture->name");
    }
}
