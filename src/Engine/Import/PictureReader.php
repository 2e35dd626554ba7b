<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Media\ClipFrames;
use Morphea\App\Engine\Media\Media;
use Morphea\App\Engine\Media\MediaException;
use Morphea\App\Engine\Media\MediaReader;
use Morphea\App\Engine\Media\Probe;
use Morphea\App\Engine\Render\PhotoNormalizer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\SafeName;

/**
 * Checks pictures, clips and sounds by content, size and pixels, and normalises them so that every program shows them
 * alike.
 */
final readonly class PictureReader
{
    public const MAX_BYTES = 25_000_000;
    private const MAX_SIDE = 12_000;
    private const MAX_PIXELS = 60_000_000;
    private const ENDINGS = ['image/png' => 'png', 'image/jpeg' => 'jpg', 'image/webp' => 'webp', 'image/svg+xml' => 'svg'];

    public function __construct(
        private SvgCleaner $svg,
        private Drawable $drawable,
        private PhotoNormalizer $raster,
        private PdfPages $pdf,
        private MediaReader $media,
        private ClipFrames $frames,
    ) {
    }

    /**
     * The same from a file; clips and sounds are never held in memory as uploaded.
     *
     * @throws UploadException|NoSpaceException
     */
    public function file(string $path, string $name): PictureFile
    {
        return Probe::isMedia((string) file_get_contents($path, length: 16))
            ? $this->media($path, $name, false)
            : $this->read((string) file_get_contents($path, length: self::MAX_BYTES + 1), $name);
    }

    /**
     * @param int $page of a PDF
     *
     * @throws UploadException
     */
    public function read(string $bytes, string $name, int $page = 1, bool $focused = false): PictureFile
    {
        if (Probe::isMedia(substr($bytes, 0, 16))) {
            return TemporaryDirectory::in(function (string $folder) use ($bytes, $name, $focused): PictureFile {
                NoSpaceException::write("$folder/brought", $bytes);

                return $this->media("$folder/brought", $name, $focused);
            });
        }
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw new UploadException(new Message('import.picture.too_large', ['name' => $name, 'most' => self::MAX_BYTES / 1_000_000]));
        }
        if (str_starts_with(ltrim(substr($bytes, 0, 1024)), '%PDF-')) {
            return $this->page($bytes, $name, $page);
        }
        if (self::isSvg($bytes)) {
            return $this->drawable->checked($this->svg->clean($bytes, $name), self::stem($name), $name);
        }
        $size = @getimagesizefromstring($bytes);
        if (false === $size || !isset(self::ENDINGS[$size['mime']])) {
            throw new UploadException(new Message('import.picture.unusable', ['name' => $name]));
        }
        if (max($size[0], $size[1]) > self::MAX_SIDE || $size[0] * $size[1] > self::MAX_PIXELS) {
            throw new UploadException(new Message('import.picture.too_many_pixels', [
                'name' => $name,
                'width' => $size[0],
                'height' => $size[1],
                'most' => self::MAX_PIXELS / 1_000_000,
                'side' => self::MAX_SIDE,
            ]));
        }
        try {
            $plain = $this->raster->plain($bytes, $size['mime'], $focused);
        } catch (RenderException $e) {
            throw new UploadException(
                new Message('import.picture.cut_off', ['name' => $name]),
                0,
                $e,
            );
        }

        return new PictureFile(
            $this->named($name, $plain['mime']),
            $plain['mime'],
            $plain['bytes'],
            $plain['width'],
            $plain['height'],
            ...$plain['focus'],
        );
    }

    /** @throws UploadException|NoSpaceException */
    private function media(string $path, string $name, bool $focused): PictureFile
    {
        try {
            $media = $this->media->read($path);
            $isClip = Media::CLIP === $media->mime;
            $focus = !$isClip || $focused
                ? [0.5, 0.5]
                : $this->raster->focus($this->frames->at($media->bytes, $media->seconds / 3));
        } catch (MediaException $e) {
            throw new UploadException($e->of($name), 0, $e);
        } catch (RenderException $e) {
            throw new UploadException(new Message('import.picture.not_shown', ['name' => $name, 'why' => Message::why($e)]), 0, $e);
        }
        $called = self::stem($name) . ($isClip ? '.mp4' : '.m4a');

        return new PictureFile($called, $media->mime, $media->bytes, $media->width, $media->height, $focus[0], $focus[1], $media->seconds);
    }

    public static function isSvg(string $bytes): bool
    {
        return 1 === preg_match('/^(\xEF\xBB\xBF)?\s*<(\?xml|!--|!doctype svg|svg)/i', substr($bytes, 0, 300));
    }

    /** @throws UploadException */
    private function page(string $bytes, string $name, int $page): PictureFile
    {
        $stem = self::stem(1 === $page ? $name : pathinfo($name, \PATHINFO_FILENAME) . "-$page.pdf");
        try {
            return $this->drawable->checked($this->svg->clean($this->pdf->page($bytes, $name, $page), $name), $stem, $name);
        } catch (UploadException) {
            // Too much for a drawing: a picture of it, fine enough for print.
            try {
                $picture = $this->raster->plain($this->pdf->picture($bytes, $name, $page), 'image/png');
            } catch (RenderException $e) {
                throw new UploadException(
                    new Message('import.pdf.page_unreadable', ['name' => $name, 'page' => $page]),
                    0,
                    $e,
                );
            }

            return new PictureFile(
                "$stem.png",
                'image/png',
                $picture['bytes'],
                $picture['width'],
                $picture['height'],
                ...$picture['focus'],
            );
        }
    }

    /** The name without folders and extension. */
    public static function stem(string $name): string
    {
        $stem = SafeName::of(pathinfo(basename(strtr($name, ['\\' => '/'])), \PATHINFO_FILENAME));

        return mb_strcut('' === $stem ? 'picture' : $stem, 0, 100, 'UTF-8');
    }

    /** The name without folders, with the extension of its real type. */
    private function named(string $name, string $mime): string
    {
        return self::stem($name) . '.' . self::ENDINGS[$mime];
    }
}
