<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\BoundedCache;
use Morphea\App\Engine\Render\Vips;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\SvgItems;
use Morphea\Core\Rendering\Drawing\SvgPictures;

/**
 * Pictures for cairo: decoded once, and scaled once to the size they are needed in, as long as there is room; in PDFs,
 * files are embedded as they are and drawings stay drawings, each once for all pages.
 */
final class Pictures
{
    /** Bytes of decoded pictures that are kept. */
    private const KEPT = 300_000_000;
    /** Letters of drawings that are kept as librsvg has read them. */
    private const READ = 5_000_000;

    /** @var BoundedCache<Surface> decoded, and as they were drawn */
    private readonly BoundedCache $surfaces;
    /** @var array<string, Surface> drawings as they are recorded for a paper */
    private array $recorded = [];
    /** @var BoundedCache<Handle> drawings that librsvg has read */
    private readonly BoundedCache $read;
    private readonly SvgPictures $svg;

    public function __construct(
        private readonly Cairo $cairo,
        private readonly Vips $vips,
        private readonly PictureContents $contents,
    ) {
        $this->surfaces = new BoundedCache(self::KEPT);
        $this->read = new BoundedCache(self::READ);
        $this->svg = new SvgPictures($contents, new SvgItems($contents));
    }

    public function paint(Context $context, PictureItem $item, bool $onPaper): void
    {
        if ($item->picture->isDrawing) {
            $this->drawing($context, $item, $onPaper);

            return;
        }
        $matrix = Overlay::inWhole($context);
        if ($onPaper || 0.0 !== $matrix->xy || 0.0 !== $matrix->yx) {
            $this->place($context, $item, $onPaper);

            return;
        }
        // As it came out in this place before; elsewhere in whole pixels it would look the same, which is rare.
        $key = implode(' ', [
            $item->picture->inLook($item->look),
            ...array_map(
                static fn (float $number): string => (string) round($number, 3),
                [$matrix->xx, $matrix->yy, $matrix->x0, $matrix->y0, ...array_values(get_object_vars($item->box))],
            ),
        ]);
        $box = Bounds::of($item->box->x, $item->box->y, $item->box->width, $item->box->height);
        $placed = $this->surfaces->get($key);
        if (null === $placed) {
            $pixels = Overlay::under($this->cairo, $context, $box, true);
            if (null === $pixels) {
                return;
            }
            $this->place($pixels->context, $item, false);
            $placed = $pixels->surface;
            $this->surfaces->keep($key, $placed, $placed->bytes());
        }
        Overlay::put($placed, $context);
    }

    /** Releases what was recorded for a finished PDF. */
    public function newPaper(): void
    {
        $this->recorded = [];
    }

    private function place(Context $context, PictureItem $item, bool $asFile): void
    {
        $surface = $this->decoded($item, $asFile);
        $ffi = $context->ffi;
        $context->apart(function () use ($context, $item, $surface, $ffi): void {
            $width = $surface->extent->width();
            $height = $surface->extent->height();
            [$x, $y, $across, $down] = array_map(
                Outlines::rounded(...),
                [$item->box->x, $item->box->y, $item->box->width, $item->box->height],
            );
            $context->move($x, $y);
            $context->scale($across / $width, $down / $height);
            // Its edge is sharp: what lies outside of it is as its border, and not drawn.
            $ffi->cairo_rectangle($context->it, 0, 0, $width, $height);
            $ffi->cairo_clip($context->it);
            $ffi->cairo_set_source_surface($context->it, $surface->it, 0, 0);
            $pattern = $ffi->cairo_get_source($context->it);
            $ffi->cairo_pattern_set_extend($pattern, Cairo::PAD);
            $ffi->cairo_pattern_set_filter($pattern, Cairo::GOOD);
            $ffi->cairo_paint($context->it);
        });
    }

    private function decoded(PictureItem $item, bool $asFile): Surface
    {
        $key = ($asFile ? 'file ' : '') . $item->picture->inLook($item->look);
        $surface = $this->surfaces->get($key);
        if (null === $surface) {
            $content = $this->contents->content($item->picture, $item->look);
            $surface =
                $asFile && 'image/jpeg' === $content->mime
                    ? $this->file($content)
                    : $this->decode($content);
            if ($asFile) {
                $surface->named($key);
            }
            $this->surfaces->keep($key, $surface, $surface->bytes());
        }

        return $surface;
    }

    private function decode(PictureContent $content): Surface
    {
        $image = $this->vips->open($content->bytes);
        $opaque = !$image->hasAlpha();
        $image = $image->rgba();
        [$memory] = $image->memory();
        $ffi = $this->vips->ffi();
        [$width, $height] = [$image->width(), $image->height()];
        $ffi->vips__rgba2bgra_premultiplied($ffi->cast('uint32_t*', $memory), $width * $height);

        return $this->cairo->over($memory, $width, $height, $opaque, new Memory($ffi, $memory));
    }

    /**
     * A photo embedded as it is, without decoding. Its size is read from its bytes; the surface that carries it has one
     * pixel.
     */
    private function file(PictureContent $content): Surface
    {
        $surface = $this->cairo->image(1, 1, true);
        $surface->carries($content->mime, $content->bytes);

        return $surface;
    }

    /** As in SVG, on a page of its own, so that librsvg draws it the same, edge for edge. */
    private function drawing(Context $context, PictureItem $item, bool $onPaper): void
    {
        $box = Bounds::of($item->box->x, $item->box->y, $item->box->width, $item->box->height)->whole();
        $key = $item->picture->inLook($item->look) . ' ' . implode(' ', get_object_vars($item->box));
        $handle = $this->read->get($key);
        if (null === $handle) {
            $markup = $this->svg->blurred($item);
            $handle = $this->cairo->part($markup, $box);
            $this->read->keep($key, $handle, \strlen($markup));
        }
        if (!$onPaper) {
            $this->cairo->render($handle, $context->it, $box);

            return;
        }
        // Recorded in the size it has, so that what becomes pixels in it becomes as many as there are dots.
        if (!isset($this->recorded[$key])) {
            $this->recorded[$key] = $this->cairo->recording($box);
            $on = $this->recorded[$key]->context();
            $this->cairo->render($handle, $on->it, $box);
        }
        $context->put($this->recorded[$key], 0, 0);
    }
}
