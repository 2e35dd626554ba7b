<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Render\PhotoNormalizer;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/**
 * Tests once, on upload, whether a drawing can be drawn in good time: it stays a drawing if it can, is rasterised if it
 * is slow, and is rejected if it takes too long.
 */
final readonly class Drawable
{
    /** Parts, as SvgCost counts them, up to which a drawing is drawn anew for every piece. */
    private const MOST_PARTS = 60_000.0;
    /** Beyond this not even one try is made. */
    private const ABSURD = 20_000_000.0;
    /** Pixels of the longer side for the try, and of the picture that takes its place: an A4 page at 300 dpi. */
    private const TRY_EDGE = 1_200;
    private const PICTURE_EDGE = 3_508;
    private const TRY_SECONDS = 4;
    private const PICTURE_SECONDS = 6;
    private const COMPRESSION = 6;

    public function __construct(private Renderer $renderer, private PhotoNormalizer $raster)
    {
    }

    /**
     * @param string $name what it is called in words
     *
     * @throws UploadException when it is too much
     */
    public function checked(CleanSvg $clean, string $file, string $name): PictureFile
    {
        if ($clean->cost > self::ABSURD) {
            throw $this->tooMuch($name);
        }
        try {
            if ($clean->cost <= self::MOST_PARTS) {
                $this->draw($clean, self::TRY_EDGE, self::TRY_SECONDS);

                return new PictureFile("$file.svg", 'image/svg+xml', $clean->svg, $clean->width, $clean->height);
            }
            $picture = $this->raster->plain($this->draw($clean, self::PICTURE_EDGE, self::PICTURE_SECONDS), 'image/png');
        } catch (RenderException $e) {
            throw $this->tooMuch($name, $e);
        }

        return new PictureFile(
            "$file.png",
            'image/png',
            $picture['bytes'],
            $picture['width'],
            $picture['height'],
            ...$picture['focus'],
        );
    }

    /** @throws RenderException */
    private function draw(CleanSvg $clean, int $edge, int $seconds): string
    {
        $scale = $edge / max($clean->width, $clean->height);
        $size = \sprintf(
            '<svg width="%d" height="%d" ',
            max(1, round($clean->width * $scale)),
            max(1, round($clean->height * $scale)),
        );

        return $this->renderer->png(
            (string) preg_replace('/^<svg /', $size, $clean->svg),
            96,
            false,
            self::COMPRESSION,
            seconds: $seconds,
        );
    }

    private function tooMuch(string $name, ?\Throwable $why = null): UploadException
    {
        return new UploadException(
            new Message('import.svg.too_slow', ['name' => $name]),
            0,
            $why,
        );
    }
}
