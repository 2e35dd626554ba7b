<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\EllipseItem;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\ItemVisitor;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\ModulesItem;
use Morphea\Core\Rendering\Drawing\PathItem;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\PolygonItem;
use Morphea\Core\Rendering\Drawing\Pose;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Drawing\ShadowItem;
use Morphea\Core\Rendering\Drawing\TextItem;

/**
 * Draws items with cairo exactly as SvgItems writes them as SVG and librsvg would draw them. The units of the context
 * are dots.
 *
 * @implements ItemVisitor<null>
 */
final readonly class Painter implements ItemVisitor
{
    private Paints $paints;

    /** @param bool $onPaper letters stay letters and pictures stay files, as in a PDF */
    public function __construct(private Context $context, private PainterTools $studio, private bool $onPaper)
    {
        $this->paints = new Paints($context);
    }

    /** @param list<Item> $items */
    public function all(array $items): void
    {
        foreach ($items as $item) {
            $item->accept($this);
        }
    }

    public function group(GroupItem $item): mixed
    {
        if ([] !== $item->items) {
            $this->context->apart(function () use ($item): void {
                if (null !== $item->pose) {
                    $this->pose($item->pose, $item->posed(null)->bounds());
                }
                [$this->context->before, $this->context->group] = [$this->context->matrix(), $item];
                $this->context->move(0, -$item->up);
                $this->context->turn($item->rotation, $item->centreX, $item->centreY);
                $this->context->through($item->opacity * ($item->pose->opacity ?? 1.0), fn () => $this->all($item->items));
                [$this->context->before, $this->context->group] = [null, null];
            });
        }

        return null;
    }

    private function pose(Pose $pose, Bounds $box): void
    {
        [$x, $y] = [($box->left + $box->right) / 2, ($box->top + $box->bottom) / 2];
        $this->context->move($pose->right + $x, $pose->down + $y);
        // Cairo draws nothing any more once something was scaled to nothing.
        $this->context->scale(max(1e-3, $pose->scale));
        $this->context->move(-$x, -$y);
        if ($pose->hasWindow()) {
            $at = $pose->window($box);
            $this->context->ffi->cairo_rectangle($this->context->it, $at->left, $at->top, max(0.0, $at->width()), max(0.0, $at->height()));
            $this->context->ffi->cairo_clip($this->context->it);
        }
    }

    public function rectangle(RectangleItem $item): mixed
    {
        return $this->shape($item);
    }

    public function ellipse(EllipseItem $item): mixed
    {
        return $this->shape($item);
    }

    public function line(LineItem $item): mixed
    {
        $this->context->ffi->cairo_move_to($this->context->it, $item->x1, $item->y1);
        $this->context->ffi->cairo_line_to($this->context->it, $item->x2, $item->y2);

        $this->paints->on($item->paint);

        return null;
    }

    public function polygon(PolygonItem $item): mixed
    {
        return $this->shape($item);
    }

    public function path(PathItem $item): mixed
    {
        return $this->shape($item);
    }

    public function text(TextItem $item): mixed
    {
        $this->context->apart(function () use ($item): void {
            $this->context->turn($item->rotation, $item->pivotX, $item->pivotY);
            $this->context->colour($item->colour);
            // A line round letters lies behind the letters themselves: words are words once.
            $this->onPaper && $item->strokeWidth <= 0
                ? $this->studio->fonts->show($this->context, $item)
                : $this->letters($item);
        });

        return null;
    }

    public function modules(ModulesItem $item): mixed
    {
        $ffi = $this->context->ffi;
        $this->context->apart(function () use ($item, $ffi): void {
            $ffi->cairo_set_antialias($this->context->it, Cairo::WITHOUT_EDGES);
            $this->context->colour($item->colour);
            foreach ($item->rows as $y => $row) {
                preg_match_all('/1+/', $row, $runs, \PREG_OFFSET_CAPTURE);
                foreach ($runs[0] as [$run, $x]) {
                    $ffi->cairo_rectangle(
                        $this->context->it,
                        $item->x + $x * $item->width,
                        $item->y + $y * $item->height,
                        \strlen($run) * $item->width,
                        $item->height,
                    );
                }
            }
            $ffi->cairo_fill($this->context->it);
        });

        return null;
    }

    public function picture(PictureItem $item): mixed
    {
        if (null !== $item->shadow) {
            $this->studio->filters->shade($this->context, $item);
        }
        $this->context->apart(function () use ($item): void {
            if ($item->cut && null !== $item->outline) {
                Outlines::of($this->context, $item->outline);
                $this->context->ffi->cairo_clip($this->context->it);
            }
            $item->look->blur > 0
                ? $this->studio->filters->blurred($this->context, $item)
                : $this->studio->pictures->paint($this->context, $item, $this->onPaper);
        });
        if ($item->outline?->paint->strokeWidth > 0) {
            $item->outline->accept($this);
        }

        return null;
    }

    public function shadow(ShadowItem $item): mixed
    {
        if ($item->shadow->blur > 0) {
            $this->studio->filters->shadow($this->context, $item);

            return null;
        }
        $inside = array_map(static fn (Item $one): Item => $one->inColour($item->shadow->colour), $item->items);
        $this->context->apart(function () use ($item, $inside): void {
            $this->context->move($item->shadow->dx, $item->shadow->dy);
            $outlines = new self($this->context, $this->studio, false);
            $this->context->through($item->shadow->opacity, static fn () => $outlines->all($inside));
        });

        return null;
    }

    private function letters(TextItem $item): void
    {
        $ffi = $this->context->ffi;
        $this->studio->fonts->path($this->context, $item);
        if ($item->strokeWidth <= 0) {
            $ffi->cairo_fill($this->context->it);

            return;
        }
        $ffi->cairo_fill_preserve($this->context->it);
        $ffi->cairo_set_line_join($this->context->it, Cairo::ROUND);
        $ffi->cairo_set_line_width($this->context->it, $item->strokeWidth);
        $ffi->cairo_stroke($this->context->it);
    }

    private function shape(RectangleItem|EllipseItem|PolygonItem|PathItem $item): mixed
    {
        Outlines::of($this->context, $item);
        $this->paints->on($item->paint, $item);

        return null;
    }
}
