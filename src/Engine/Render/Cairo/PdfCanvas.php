<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Engine\Render\Request\AddSheet;
use Morphea\App\Engine\Render\Request\OpenPaper;
use Morphea\App\Engine\Render\Request\PlacedSide;
use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\App\Engine\Render\Request\SpotInk;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;

/**
 * A PDF, page by page: what every row has alike is one object that the pages refer to, with its letters as letters;
 * fonts and pictures are there once. Pages are written as they come, so that nothing grows with their number. A page is a
 * side, or a sheet with many.
 *
 * cairo would look through all of that object again for every page that shows it. So it is drawn on a page of its own,
 * other pages have a tiny picture in its place, and PaperFinish puts the one for the other.
 */
final class PdfCanvas
{
    private const POINTS = 72;
    private const TITLE = 0;
    private const CREATOR = 4;
    private const CREATED = 5;

    private readonly PaperFinish $finish;
    private ?Surface $surface = null;
    private int $pages = 0;
    /** @var array<string, Surface> the pictures that stand for what is on a page of its own, by what it is */
    private array $standIns = [];

    public function __construct(private readonly PainterTools $studio, private readonly OpenPaper $asked)
    {
        $this->finish = new PaperFinish($asked->path, $asked->language, $studio->vips->profile());
        $studio->pictures->newPaper();
    }

    /** @param \WeakMap<GroupItem, string> $names of groups that are the same in all rows */
    public function page(Drawing $side, \WeakMap $names, string $bookmark): void
    {
        $shown = $this->shown($side, $names);
        $look = $this->look($side);
        $this->draw($side, $look, function (Context $context, SidePainter $on, float $scale) use ($side, $shown, $bookmark): void {
            $this->bookmark($context, $bookmark);
            $this->side($context, $on, $scale, $side, $shown);
        });
        $edge = $this->asked->edge->width($side);
        $whole = $look->whole($side)->moved($edge, $edge);
        $trim = $whole->grown(-$edge);
        $this->finish->page(
            $this->pages,
            self::points($trim, $side),
            self::points($trim->grown(min($side->bleed, $edge)), $side),
            $whole->height() * self::POINTS / $side->dpi,
        );
    }

    /**
     * @param \Closure(SentDrawing): Drawing     $read
     * @param \WeakMap<GroupItem, string> $names of groups that are the same in all rows
     */
    public function sheet(AddSheet $asked, \Closure $read, \WeakMap $names): void
    {
        $paper = $read($asked->paper);
        $sides = array_map(fn (PlacedSide $placed): \Closure => $this->piece($placed, $read($placed->side), $names), $asked->sides);
        $dies = array_map(function (PlacedSide $placed) use ($asked, $read): \Closure {
            $side = $read($placed->side);
            $picture = $this->standIn(
                "die {$asked->die->name} {$asked->die->seen}",
                $side,
                static fn (Context $context, SidePainter $on, float $scale) => $on->groups($context, $scale, $side->groups),
                $asked->isLayer ? $asked->die->name : '',
                $asked->die,
            );

            return fn (Context $context) => $this->at(
                $context,
                $placed,
                $side,
                fn () => $this->putAllOver($context, $side, $picture),
            );
        }, $asked->dies);
        $put = [...$sides, ...$dies];
        $draw = function (Context $context, SidePainter $on, float $scale) use ($asked, $paper, $put): void {
            $this->bookmark($context, $asked->bookmark);
            foreach ($put as $piece) {
                $piece($context);
            }
            $on->groups($context, $scale, $paper->groups);
        };
        $this->draw($paper, new Look(1.0, Edge::Cut, null), $draw, [] === $asked->sides ? null : $read($asked->sides[0]->side)->dpi);
        $this->finish->page($this->pages, $asked->trim, $asked->bleed, $paper->height * self::POINTS / $paper->dpi);
    }

    /** @throws RenderException|NoSpaceException */
    public function close(): void
    {
        if (null !== $this->surface) {
            $this->studio->cairo->ffi()->cairo_surface_finish($this->surface->it);
            $this->surface->check();
            $this->surface = null;
            $this->finish->finish();
        }
        $this->studio->pictures->newPaper();
    }

    /**
     * A side at its place on a sheet; one that lies there more than once is one object.
     *
     * @param \WeakMap<GroupItem, string> $names
     *
     * @return \Closure(Context): void
     */
    private function piece(PlacedSide $placed, Drawing $side, \WeakMap $names): \Closure
    {
        $shown = $this->shown($side, $names);
        $on = new SidePainter($this->studio, $side, $this->look($side), true);
        $draw = fn (Context $context, SidePainter $on, float $scale) => $this->side($context, $on, $scale, $side, $shown);
        $picture = '' === $placed->same ? null : $this->standIn("piece $placed->same", $side, $draw);

        return fn (Context $context) => $this->at($context, $placed, $side, fn () => null === $picture
            ? $draw($context, $on, self::POINTS / $side->dpi)
            : $this->putAllOver($context, $side, $picture));
    }

    /** @param \Closure(): mixed $draw a side from its own top left corner, in points, less what is beyond its edge */
    private function at(Context $context, PlacedSide $placed, Drawing $side, \Closure $draw): void
    {
        $context->apart(function () use ($context, $placed, $side, $draw): void {
            $shown = $placed->shown;
            $context->ffi->cairo_rectangle($context->it, $shown->left, $shown->top, $shown->width(), $shown->height());
            $context->ffi->cairo_clip($context->it);
            $context->move($placed->x, $placed->y);
            $context->turn((float) $placed->turn, 0, 0);
            $whole = $this->look($side)->whole($side);
            $point = self::POINTS / $side->dpi;
            $context->move(-$whole->width() * $point / 2, -$whole->height() * $point / 2);
            $draw();
        });
    }

    /**
     * @param array<int, Surface> $shown what stands for what all rows have alike, by its place among the stretches
     */
    private function side(Context $context, SidePainter $on, float $scale, Drawing $side, array $shown): void
    {
        $on->ground($context, $scale);
        foreach ($side->stretches() as $i => $stretch) {
            $stretch->varies
                ? $on->groups($context, $scale, $stretch->groups)
                : $this->putAllOver($context, $side, $shown[$i]);
        }
    }

    /**
     * @param \WeakMap<GroupItem, string> $names
     *
     * @return array<int, Surface>
     */
    private function shown(Drawing $side, \WeakMap $names): array
    {
        $shown = [];
        foreach ($side->stretches() as $i => $stretch) {
            if (!$stretch->varies) {
                $shown[$i] = $this->standIn(
                    implode("\0", array_map(static fn (GroupItem $group): string => $names[$group], $stretch->groups)),
                    $side,
                    static fn (Context $context, SidePainter $on, float $scale) => $on->groups($context, $scale, $stretch->groups),
                );
            }
        }

        return $shown;
    }

    private function bookmark(Context $context, string $bookmark): void
    {
        if ('' !== $bookmark) {
            $to = "page=$this->pages pos=[0 0]";
            $context->ffi->cairo_pdf_surface_add_outline($context->surface->it, 0, $bookmark, $to, 0);
        }
    }

    /**
     * @param \Closure(Context, SidePainter, float): mixed $what with the points that a dot has
     * @param float|null                            $dpi  of what has pixels in it; null for that of the side
     */
    private function draw(Drawing $side, Look $look, \Closure $what, ?float $dpi = null): void
    {
        $whole = $look->whole($side);
        $scale = self::POINTS / $side->dpi;
        [$width, $height] = [$whole->width() * $scale, $whole->height() * $scale];
        $surface = $this->surface ??= $this->begin($width, $height);
        $ffi = $this->studio->cairo->ffi();
        $ffi->cairo_pdf_surface_set_size($surface->it, $width, $height);
        ++$this->pages;
        $pixels = ($dpi ?? $side->dpi) / self::POINTS;
        $paper = new Surface(
            $this->studio->cairo,
            $ffi->cairo_surface_reference($surface->it),
            Bounds::of(0, 0, $width * $pixels, $height * $pixels),
            pixels: $pixels,
        );
        $context = $paper->context();
        $what($context, new SidePainter($this->studio, $side, $look, true), $scale);
        $context->check();
        $ffi->cairo_surface_show_page($surface->it);
        $surface->check();
    }

    private function begin(float $width, float $height): Surface
    {
        $ffi = $this->studio->cairo->ffi();
        $surface = new Surface(
            $this->studio->cairo,
            $ffi->cairo_pdf_surface_create($this->asked->path, $width, $height),
            Bounds::of(0, 0, $width, $height),
        );
        $ffi->cairo_pdf_surface_set_metadata($surface->it, self::TITLE, $this->asked->title);
        $ffi->cairo_pdf_surface_set_metadata($surface->it, self::CREATOR, 'Morphea');
        $ffi->cairo_pdf_surface_set_metadata($surface->it, self::CREATED, gmdate('Y-m-d\TH:i:s\Z'));

        return $surface;
    }

    /**
     * @param string                                $key    by which it is known
     * @param \Closure(Context, SidePainter, float): mixed $what   it is
     * @param string                                $layer  that it is on (optional content); empty for none
     * @param SpotInk|null                              $ink    the one it is in, beside all other colours
     */
    private function standIn(
        string $key,
        Drawing $side,
        \Closure $what,
        string $layer = '',
        ?SpotInk $ink = null,
    ): Surface {
        $key .= "\0$side->width\0$side->height\0$layer";
        if (!isset($this->standIns[$key])) {
            $this->draw($side, $this->look($side), $what);
            $picture = $this->studio->cairo->image(1, 1, true);
            $picture->carries('image/jpeg', $this->finish->standIn($this->pages, $layer, $ink));
            $this->standIns[$key] = $picture;
        }

        return $this->standIns[$key];
    }

    /** Every side is on its own ground. */
    private function look(Drawing $side): Look
    {
        return new Look(1.0, $this->asked->edge, $side->background);
    }

    /** One pixel, as large as the page. */
    private function putAllOver(Context $context, Drawing $side, Surface $picture): void
    {
        $scale = self::POINTS / $side->dpi;
        $whole = $this->look($side)->whole($side);
        $context->apart(static function () use ($context, $picture, $whole, $scale): void {
            $context->scale($whole->width() * $scale, $whole->height() * $scale);
            $context->put($picture, 0, 0);
        });
    }

    private static function points(Bounds $box, Drawing $side): Bounds
    {
        $point = self::POINTS / $side->dpi;

        return new Bounds($box->left * $point, $box->top * $point, $box->right * $point, $box->bottom * $point);
    }
}
