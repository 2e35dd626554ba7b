<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\App\Render\PictureSet;
use Morphea\App\Render\Raster;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureContent;
use Morphea\Core\Naming\PictureNames;
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
            static fn (): PictureNames => new PictureNames($file->pictures->names),
            static fn (string $name): ?Picture => $file->pictures->has($name)
                ? self::facts($file->pictures->picture($name))
                : null,
            fn (Picture $picture, PictureLook $look): PictureContent => $this->content(
                $file->pictures->picture($picture->name),
                $look,
            ),
        );
    }

    private static function facts(PictureFile $file): Picture
    {
        return new Picture(
            $file->name,
            hash('sha256', $file->bytes),
            $file->width,
            $file->height,
            $file->isDrawing(),
            $file->focusX,
            $file->focusY,
        );
    }

    private function content(PictureFile $file, PictureLook $look): PictureContent
    {
        if ($file->isDrawing()) {
            return PictureSet::drawn($file->bytes, $look);
        }
        $bytes = $look->tones() ? $this->raster->toned($file->bytes, $file->mime, $look) : $file->bytes;

        return PictureSet::embedded($file->mime, $bytes);
    }
}
