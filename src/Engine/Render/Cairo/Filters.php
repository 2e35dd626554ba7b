<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\Core\Rendering\Drawing\Blur;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\ShadowItem;
use Morphea\Core\Rendering\Drawing\SvgItems;
use Morphea\Core\Rendering\Drawing\SvgPictures;

/**
 * Blurs and soft shadows, which cairo lacks: librsvg draws them, as it does in SVG, on a surface of their own with one
 * pixel for each pixel of the target; on paper, one for each dot.
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

    /** With the rotation of its group inside, so that librsvg blurs it as it does within a whole page. */
    private function draw(Context $context, string $svg, Bounds $box): void
    {
        $group = $context->group;
        if (null !== $group && null !== $context->before) {
            $box = $box->turned($group->rotation, $group->centreX, $group->centreY)->moved(0, -$group->up);
            $moves = SvgItems::moves($group);
            $svg = '' === $moves ? $svg : "<g transform=\"$moves\">$svg</g>";
        }
        $box = $box->whole();
        $context->apart(function () use ($context, $svg, $box): void {
            if (null !== $context->before) {
                $context->ffi->cairo_set_matrix($context->it, \FFI::addr($context->before));
            }
            $on = Overlay::under($this->cairo, $context, $box);
            if (null !== $on) {
                $this->cairo->render($this->cairo->part($svg, $box), $on->context->it, $box);
                Overlay::put($on->surface, $context);
            }
        });
    }
}
