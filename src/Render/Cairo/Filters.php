<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use Morphea\Core\Drawing\Blur;
use Morphea\Core\Drawing\Bounds;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\PictureItem;
use Morphea\Core\Drawing\ShadowItem;
use Morphea\Core\Drawing\SvgItems;
use Morphea\Core\Drawing\SvgPictures;

/**
 * Blurs and soft shadows, which cairo has none of: librsvg draws them, as it does in SVG, on a picture of their own,
 * one pixel a pixel of what is drawn on; on paper, one pixel a dot.
 */
final readonly class Filters
{
    private SvgItems $items;
    private SvgPictures $pictures;

    public function __construct(private Cairo $cairo, PictureContents $contents)
    {
        $this->items = new SvgItems($contents);
        $this->pictures = new SvgPictures($contents, $this->items);
    }

    public function shadow(Context $context, ShadowItem $item): void
    {
        $this->draw($context, $item->accept($this->items), $item->bounds());
    }

    /** The shadow of a picture, without the picture. */
    public function shade(Context $context, PictureItem $item): void
    {
        $this->draw($context, $this->pictures->shade($item), $item->bounds());
    }

    public function blurred(Context $context, PictureItem $item): void
    {
        $reach = Blur::reach($item->look->blur);
        $box = Bounds::of($item->box->x, $item->box->y, $item->box->width, $item->box->height)->grown($reach);
        $this->draw($context, $this->pictures->blurred($item), $box);
    }

    private function draw(Context $context, string $svg, Bounds $box): void
    {
        $box = $box->whole();
        $on = Pixels::under($this->cairo, $context, $box);
        if (null === $on) {
            return;
        }
        $handle = $this->cairo->part($svg, $box);
        $this->cairo->render($handle, $on->context->it, $box);
        Pixels::put($on->surface, $context);
    }
}
