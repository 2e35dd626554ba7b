<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\App\Render\Kept;
use Morphea\App\Render\PictureSet;
use Morphea\App\Render\Raster;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureContent;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\PictureLook;

/** The pictures of a file that was read, ready for drawings that stand alone. */
final readonly class FilePictures
{
    /** Bytes of pictures that are kept as they were read. */
    private const KEPT = 64_000_000;

    public function __construct(private Raster $raster)
    {
    }

    public function of(MorpheaFile $file): PictureSet
    {
        /** @var Kept<PictureFile> $kept */
        $kept = new Kept(self::KEPT);
        $read = static function (string $name) use ($file, $kept): PictureFile {
            $picture = $kept->get($name);
            if (null === $picture) {
                $picture = $file->pictures->picture($name);
                $kept->keep($name, $picture, \strlen($picture->bytes));
            }

            return $picture;
        };

        return new PictureSet(
            static fn (): PictureNames => new PictureNames($file->pictures->names),
            static fn (string $name): ?Picture => $file->pictures->has($name) ? self::facts($read($name)) : null,
            fn (Picture $picture, PictureLook $look): PictureContent => $this->content($read($picture->name), $look),
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
