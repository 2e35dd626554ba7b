<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Checks\Raster;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** Pages as pixels for the checks that need them; small enough to be fast, over white where they are transparent. */
final class PageRasterizer
{
    /** Pixels of the longer edge. */
    private const EDGE = 1_000;
    private const PAPER = '#FFFFFF';
    /** Seconds that they are kept. */
    private const KEPT = 3_600;
    /** Bytes of decoded pages in memory. */
    private const DECODED = 32_000_000;

    /** @var BoundedCache<PixelReader> pages without anything variable, by fingerprint */
    private readonly BoundedCache $decoded;

    public function __construct(private readonly Renderer $renderer, private readonly CacheInterface $cache)
    {
        $this->decoded = new BoundedCache(self::DECODED);
    }

    /**
     * What all rows have in common is drawn once, whoever asks.
     *
     * @param PictureContents $pictures with their bytes, so that the drawing stands alone
     *
     * @throws RenderException when it is too much to be drawn
     */
    public function rasterize(Drawing $drawing, PictureContents $pictures): Raster
    {
        if ([] !== $drawing->varying()) {
            return self::reader($this->draw($drawing, $pictures), $drawing);
        }
        $key = $drawing->fingerprint();
        $reader = $this->decoded->get($key);
        if (null === $reader) {
            $png = $this->cache->get("raster-$key", function (ItemInterface $item) use ($drawing, $pictures): string {
                $item->expiresAfter(self::KEPT);

                return $this->draw($drawing, $pictures);
            });
            $reader = self::reader($png, $drawing);
            $this->decoded->keep($key, $reader, 4 * self::EDGE * self::EDGE);
        }

        return $reader;
    }

    /** @param string $png without transparency, as `draw` makes it */
    private static function reader(string $png, Drawing $drawing): PixelReader
    {
        $image = imagecreatefromstring($png) ?: throw new RenderException(new Message('render.pdf_broken'));
        imagepalettetotruecolor($image);

        return new PixelReader($image, imagesx($image) / max(1.0, $drawing->width));
    }

    private function draw(Drawing $drawing, PictureContents $pictures): string
    {
        $look = new Look(min(1.0, self::EDGE / max($drawing->width, $drawing->height)), Edge::Cut, $drawing->background ?? self::PAPER);

        return $this->renderer->page($drawing, $pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
    }
}
