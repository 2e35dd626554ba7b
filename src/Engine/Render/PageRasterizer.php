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
final readonly class PageRasterizer
{
    /** Pixels of the longer edge. */
    private const EDGE = 1_000;
    private const PAPER = '#FFFFFF';
    /** Seconds that they are kept. */
    private const KEPT = 3_600;

    public function __construct(private Renderer $renderer, private CacheInterface $cache)
    {
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
        $png = [] === $drawing->varying()
            ? $this->cache->get('raster-' . $drawing->fingerprint(), function (ItemInterface $item) use ($drawing, $pictures): string {
                $item->expiresAfter(self::KEPT);

                return $this->draw($drawing, $pictures);
            })
            : $this->draw($drawing, $pictures);
        $image = imagecreatefromstring($png) ?: throw new RenderException(new Message('render.pdf_broken'));
        $over = imagecreatetruecolor(max(1, imagesx($image)), max(1, imagesy($image)));
        imagefill($over, 0, 0, 0xffffff);
        imagecopy($over, $image, 0, 0, 0, 0, imagesx($image), imagesy($image));

        return new PixelReader($over, imagesx($over) / max(1.0, $drawing->width));
    }

    private function draw(Drawing $drawing, PictureContents $pictures): string
    {
        $look = new Look(min(1.0, self::EDGE / max($drawing->width, $drawing->height)), Edge::Cut, $drawing->background ?? self::PAPER);

        return $this->renderer->page($drawing, $pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
    }
}
