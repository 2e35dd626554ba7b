<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Media\ClipFrames;
use Morphea\App\Engine\Media\ShippedSounds;
use Morphea\App\Engine\Media\Sounds;
use Morphea\App\Engine\Media\Spoken;
use Morphea\App\Engine\Render\BoundedCache;
use Morphea\App\Engine\Render\PhotoNormalizer;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\Tones;
use Morphea\Core\Rendering\Layout\Sound;
use Morphea\Core\Table\Naming\PictureNames;

/** The pictures, clips and sounds of an opened file, ready to use without a project. */
final readonly class FilePictures
{
    /** Bytes of pictures that are kept as they were read. */
    private const KEPT = 64_000_000;

    public function __construct(
        private PhotoNormalizer $raster,
        private ClipFrames $frames,
        private ShippedSounds $shipped,
        private Spoken $spoken,
    ) {
    }

    public function load(MorpheaFile $file): PictureSet
    {
        /** @var BoundedCache<PictureFile> $kept */
        $kept = new BoundedCache(self::KEPT);
        $read = static function (string $name) use ($file, $kept): PictureFile {
            $picture = $kept->get($name);
            if (null === $picture) {
                $picture = $file->pictures->picture($name);
                $kept->keep($name, $picture, \strlen($picture->bytes));
            }

            return $picture;
        };

        // By their endings, which say what they are: a file is not read to know its name.
        $named = static fn (bool $sounds): array => array_values(
            array_filter($file->pictures->names, static fn (string $name): bool => $sounds === str_ends_with($name, '.m4a')),
        );

        return new PictureSet(
            static fn (): PictureNames => new PictureNames($named(false)),
            static fn (string $name): ?Picture => $file->pictures->has($name) ? self::facts($read($name)) : null,
            fn (Picture $picture, PictureLook $look): PictureContent => $this->content($read($picture->name), $picture, $look),
            static fn (Picture $picture): string => $read($picture->name)->bytes,
            new Sounds(
                static fn (): array => $named(true),
                static fn (string $name): ?Sound => $file->pictures->has($name) ? self::heard($read($name)) : null,
                static fn (string $name): string => $read($name)->bytes,
                $this->shipped,
                $this->spoken,
            ),
            fn (Picture $picture): ?Tones => $this->tones($read($picture->name)),
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
            $file->isClip() ? $file->seconds : null,
        );
    }

    private function tones(PictureFile $file): ?Tones
    {
        return match (true) {
            $file->isDrawing() => null,
            $file->isClip() => Tones::of($this->frames->seconds($file->bytes, Tones::EDGE)),
            default => $this->raster->tones($file->bytes),
        };
    }

    private static function heard(PictureFile $file): ?Sound
    {
        return $file->isSound() ? new Sound($file->name, hash('sha256', $file->bytes), (float) $file->seconds) : null;
    }

    private function content(PictureFile $file, Picture $picture, PictureLook $look): PictureContent
    {
        if ($file->isDrawing()) {
            return PictureSet::drawn($file->bytes, $look);
        }
        $mime = $file->isClip() ? 'image/jpeg' : $file->mime;
        $bytes = $file->isClip() ? $this->frames->at($file->bytes, $picture->moment) : $file->bytes;

        return PictureSet::embedded($mime, $look->tones() ? $this->raster->toned($bytes, $mime, $look) : $bytes);
    }
}
