<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\CropMarks;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;

/** Draws a page on its target: background, marks, and groups of it at their place. */
final readonly class PagePainter
{
    private Bounds $covered;
    private Bounds $whole;

    public function __construct(private PainterTools $studio, private Drawing $drawing, private Look $look, private bool $onPaper)
    {
        $this->covered = $look->covered($drawing);
        $this->whole = $look->whole($drawing);
    }

    /** @param float $scale units of the context a dot */
    public function ground(Context $context, float $scale): void
    {
        $context->apart(function () use ($context, $scale): void {
            $this->place($context, $scale);
            if (null !== $this->look->ground) {
                if (Edge::Marks === $this->look->edge && !$this->onPaper) {
                    $context->colour('#FFFFFF');
                    $context->ffi->cairo_paint($context->it);
                }
                $context->colour($this->look->ground);
                $this->box($context);
                $context->ffi->cairo_fill($context->it);
                $context->ffi->cairo_set_antialias($context->it, Cairo::EDGES);
            }
            if (Edge::Marks === $this->look->edge) {
                (new Painter($context, $this->studio, $this->onPaper))->all(CropMarks::of($this->drawing));
            }
        });
    }

    /** @param list<GroupItem> $groups */
    public function groups(Context $context, float $scale, array $groups): void
    {
        $this->within($context, $scale, fn () => (new Painter($context, $this->studio, $this->onPaper))->all($groups));
    }

    /** @param \Closure(): void $draw in dots */
    public function within(Context $context, float $scale, \Closure $draw): void
    {
        $context->apart(function () use ($context, $scale, $draw): void {
            $this->place($context, $scale);
            if (Edge::Marks === $this->look->edge) {
                $this->box($context);
                $context->ffi->cairo_clip($context->it);
                $context->ffi->cairo_set_antialias($context->it, Cairo::EDGES);
            }
            $draw();
        });
    }

    private function place(Context $context, float $scale): void
    {
        [$x, $y] = $context->surface->at;
        [$left, $top] = [$this->whole->left * $scale, $this->whole->top * $scale];
        if (Edge::Marks === $this->look->edge && !$this->onPaper) {
            // With marks, pixels fall where they fall without.
            [$left, $top] = [round($left), round($top)];
        }
        $context->move(-$x - $left, -$y - $top);
        $context->scale($scale);
    }

    /** Its edge is on whole pixels: where overlays meet, nothing may show through. */
    private function box(Context $context): void
    {
        $context->ffi->cairo_set_antialias($context->it, Cairo::WITHOUT_EDGES);
        $context->ffi->cairo_rectangle(
            $context->it,
            $this->covered->left,
            $this->covered->top,
            $this->covered->width(),
            $this->covered->height(),
        );
    }
}
