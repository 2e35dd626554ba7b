<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use League\Flysystem\FilesystemOperator;
use League\Flysystem\UnableToReadFile;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Media\ClipFrames;
use Morphea\App\Engine\Render\PhotoNormalizer;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Tone;
use Morphea\Core\Rendering\Drawing\Tones;

/** The bytes of pictures, as uploaded and as shown. */
final readonly class PictureFiles
{
    /** Pixels of the longer side of a thumbnail. */
    public const SMALL = 320;

    public function __construct(private FilesystemOperator $files, private PhotoNormalizer $raster, private ClipFrames $frames)
    {
    }

    public function bytes(StoredPicture $asset): string
    {
        try {
            return $this->files->read($asset->path());
        } catch (UnableToReadFile $e) {
            // Thrown away just as somebody brought it again, it waits in the trash.
            foreach ($this->files->listContents(PictureStore::TRASH) as $day) {
                if ($this->files->fileExists("{$day->path()}/{$asset->path()}")) {
                    $this->files->move("{$day->path()}/{$asset->path()}", $asset->path());

                    return $this->files->read($asset->path());
                }
            }
            throw $e;
        }
    }

    /** As a checked file again, for another project or a file. */
    public function file(StoredPicture $asset): PictureFile
    {
        return new PictureFile(
            $asset->name(),
            $asset->mime(),
            $this->bytes($asset),
            $asset->width(),
            $asset->height(),
            $asset->focus()[0],
            $asset->focus()[1],
            $asset->seconds(),
        );
    }

    /** How the visible result is written: for a clip, one of its moments. */
    public static function mime(StoredPicture $asset): string
    {
        return $asset->isClip() ? 'image/jpeg' : $asset->mime();
    }

    /** A clip at a moment. Moments are cached. */
    public function still(StoredPicture $asset, float $moment): string
    {
        return $asset->isClip()
            ? $this->made(
                \sprintf('%s.at-%d', $asset->path(), (int) round(1000 * $moment)),
                fn (): string => $this->frames->at($this->bytes($asset), $moment),
            )
            : $this->bytes($asset);
    }

    /** In other colours; made once and cached. */
    public function toned(StoredPicture $asset, PictureLook $look, float $moment = 0.0): string
    {
        if ($asset->isClip()) {
            $still = $this->still($asset, $moment);

            return $look->tones() ? $this->raster->toned($still, 'image/jpeg', $look) : $still;
        }
        $key = Tone::Tint === $look->tone ? strtolower(substr($look->tint, 1)) : $look->tone->value;

        return $look->tones() && !$asset->isDrawing()
            ? $this->made(
                "{$asset->path()}.$key",
                fn (): string => $this->raster->toned($this->bytes($asset), $asset->mime(), $look),
            )
            : $this->bytes($asset);
    }

    /** As a thumbnail for lists; made once and cached. Drawings stay as they are. */
    public function small(StoredPicture $asset): string
    {
        return !$asset->isClip() && ($asset->isDrawing() || max($asset->width(), $asset->height()) <= self::SMALL)
            ? $this->bytes($asset)
            : $this->made("{$asset->path()}.small", fn (): string => $this->raster->small(
                $asset->isClip() ? $this->frames->at($this->bytes($asset), (float) $asset->seconds() / 3) : $this->bytes($asset),
                self::mime($asset),
                self::SMALL,
            ));
    }

    /** Its brightness over its area; unknown for drawings. Computed once and cached. */
    public function tones(StoredPicture $asset): ?Tones
    {
        return $asset->isDrawing() || $asset->isSound() ? null : Tones::decode($this->made(
            "{$asset->path()}.tones",
            fn (): string => ($asset->isClip()
                ? Tones::of($this->frames->seconds($this->bytes($asset), Tones::EDGE))
                : $this->raster->tones($this->bytes($asset)))->encode(),
        ));
    }

    /** @param \Closure(): string $make */
    private function made(string $path, \Closure $make): string
    {
        if (!$this->files->fileExists($path)) {
            $this->files->write($path, $make());
        }

        return $this->files->read($path);
    }
}
