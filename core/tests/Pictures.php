<?php

declare(strict_types=1);

namespace Morphea\Core\Tests;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Rendering\Drawing\Tones;
use Morphea\Core\Table\Naming\PictureNames;

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
