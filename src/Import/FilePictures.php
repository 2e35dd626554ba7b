<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\App\Render\PictureSet;
use Morphea\App\Render\Raster;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Template\PictureLook;

/** The pictures of a file that was read, ready for drawings that stand alone. */
final readonly class FilePictures
{
    public function __construct(private Raster $raster)
    {
    }

    public function of(MorpheaFile $file): PictureSet
    {
        return new PictureSet(
            fn (string $name, PictureLook $look): ?Picture => $file->pictures->has($name)
                ? $this->ready($file->pictures->picture($name), $look)
                : null,
            static fn (): array => $file->pictures->names,
        );
    }

    private function ready(PictureFile $picture, PictureLook $look): Picture
    {
        return 'image/svg+xml' === $picture->mime
            ? PictureSet::vector($picture->bytes, $look, $picture->width, $picture->height, $picture->focusX, $picture->focusY)
            : PictureSet::embedded(
                $picture->mime,
                $look->tones() ? $this->raster->toned($picture->bytes, $picture->mime, $look) : $picture->bytes,
                $picture->width,
                $picture->height,
                $picture->focusX,
                $picture->focusY,
            );
    }
}
