<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Engine\Render\Request\AddSheet;
use Morphea\App\Engine\Render\Request\OpenPaper;
use Morphea\App\Engine\Render\Request\PlacedPage;
use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\App\Engine\Render\Request\SpotInk;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;

/**
 * A PDF, page by page: what is the same in every row is one object that the pages refer to, with its text as text; fonts
 * and pictures are embedded once. Pages are written as they come, so that memory does not grow with their number. A page
 * is a piece's page or a sheet of many. cairo would process a shared object again for every page that shows it, so it is
 * drawn once on a page of its own, other pages get a tiny placeholder picture, and PaperFinish replaces the placeholder.
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
    public function page(Drawing $page, \WeakMap $names, string $bookmark): void
    {
        $shown = $this->shown($page, $names);
        $look = $this->look($page);
        $this->draw($page, $look, function (Context $context, PagePainter $on, float $scale) use ($page, $shown, $bookmark): void {
            $this->bookmark($context, $bookmark);
            $this->drawPage($context, $on, $scale, $page, $shown);
        });
        $edge = $this->asked->edge->width($page);
        $whole = $look->whole($page)->moved($edge, $edge);
        $trim = $whole->grown(-$edge);
        $this->finish->page(
            $this->pages,
            self::points($trim, $page),
            self::points($trim->grown(min($page->bleed, $edge)), $page),
            $whole->height() * self::POINTS / $page->dpi,
        );
    }

    /**
     * @param \Closure(SentDrawing): Drawing     $read
     * @param \WeakMap<GroupItem, string> $names of groups that are the same in all rows
     */
    public function sheet(AddSheet $asked, \Closure $read, \WeakMap $names): void
    {
        $paper = $read($asked->paper);
        $sides = array_map(fn (PlacedPage $placed): \Closure => $this->piece($placed, $read($placed->page), $names), $asked->pages);
        $dies = array_map(function (PlacedPage $placed) use ($asked, $read): \Closure {
            $page = $read($placed->page);
            $picture = $this->standIn(
                "die {$asked->die->name} {$asked->die->seen}",
                $page,
                static fn (Context $context, PagePainter $on, float $scale) => $on->groups($context, $scale, $page->groups),
                $asked->isLayer ? $asked->die->name : '',
                $asked->die,
            );

            return fn (Context $context) => $this->at(
                $context,
                $placed,
                $page,
                fn () => $this->putAllOver($context, $page, $picture),
            );
        }, $asked->dies);
        $put = [...$sides, ...$dies];
        $draw = function (Context $context, PagePainter $on, float $scale) use ($asked, $paper, $put): void {
            $this->bookmark($context, $asked->bookmark);
            foreach ($put as $piece) {
                $piece($context);
            }
            $on->groups($context, $scale, $paper->groups);
        };
        $this->draw($paper, new Look(1.0, Edge::Cut, null), $draw, [] === $asked->pages ? null : $read($asked->pages[0]->page)->dpi);
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
     * A page at its place on a sheet; one that is placed more than once is one object.
     *
     * @param \WeakMap<GroupItem, string> $names
     *
     * @return \Closure(Context): void
     */
    private function piece(PlacedPage $placed, Drawing $page, \WeakMap $names): \Closure
    {
        $shown = $this->shown($page, $names);
        $on = new PagePainter($this->studio, $page, $this->look($page), true);
        $draw = fn (Context $context, PagePainter $on, float $scale) => $this->drawPage($context, $on, $scale, $page, $shown);
        $picture = '' === $placed->same ? null : $this->standIn("piece $placed->same", $page, $draw);

        return fn (Context $context) => $this->at($context, $placed, $page, fn () => null === $picture
            ? $draw($context, $on, self::POINTS / $page->dpi)
            : $this->putAllOver($context, $page, $picture));
    }

    /** @param \Closure(): mixed $draw a page from its own top left corner, in points, less what is beyond its edge */
    private function at(Context $context, PlacedPage $placed, Drawing $page, \Closure $draw): void
    {
        $context->apart(function () use ($context, $placed, $page, $draw): void {
            $shown = $placed->shown;
            $context->ffi->cairo_rectangle($context->it, $shown->left, $shown->top, $shown->width(), $shown->height());
            $context->ffi->cairo_clip($context->it);
            $context->move($placed->x, $placed->y);
            $context->turn((float) $placed->turn, 0, 0);
            $whole = $this->look($page)->whole($page);
            $point = self::POINTS / $page->dpi;
            $context->move(-$whole->width() * $point / 2, -$whole->height() * $point / 2);
            $draw();
        });
    }

    /**
     * @param array<int, Surface> $shown what stands for what all rows have alike, by its place among the stretches
     */
    private function drawPage(Context $context, PagePainter $on, float $scale, Drawing $page, array $shown): void
    {
        $on->ground($context, $scale);
        foreach ($page->stretches() as $i => $stretch) {
            $stretch->varies
                ? $on->groups($context, $scale, $stretch->groups)
                : $this->putAllOver($context, $page, $shown[$i]);
        }
    }

    /**
     * @param \WeakMap<GroupItem, string> $names
     *
     * @return array<int, Surface>
     */
    private function shown(Drawing $page, \WeakMap $names): array
    {
        $shown = [];
        foreach ($page->stretches() as $i => $stretch) {
            if (!$stretch->varies) {
                $shown[$i] = $this->standIn(
                    implode("\0", array_map(static fn (GroupItem $group): string => $names[$group], $stretch->groups)),
                    $page,
                    static fn (Context $context, PagePainter $on, float $scale) => $on->groups($context, $scale, $stretch->groups),
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
     * @param \Closure(Context, PagePainter, float): mixed $what with the points that a dot has
     * @param float|null                            $dpi  of what has pixels in it; null for that of the page
     */
    private function draw(Drawing $page, Look $look, \Closure $what, ?float $dpi = null): void
    {
        $whole = $look->whole($page);
        $scale = self::POINTS / $page->dpi;
        [$width, $height] = [$whole->width() * $scale, $whole->height() * $scale];
        $surface = $this->surface ??= $this->begin($width, $height);
        $ffi = $this->studio->cairo->ffi();
        $ffi->cairo_pdf_surface_set_size($surface->it, $width, $height);
        ++$this->pages;
        $pixels = ($dpi ?? $page->dpi) / self::POINTS;
        $paper = new Surface(
            $this->studio->cairo,
            $ffi->cairo_surface_reference($surface->it),
            Bounds::of(0, 0, $width * $pixels, $height * $pixels),
            pixels: $pixels,
        );
        $context = $paper->context();
        $what($context, new PagePainter($this->studio, $page, $look, true), $scale);
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
     * @param \Closure(Context, PagePainter, float): mixed $what   it is
     * @param string                                $layer  that it is on (optional content); empty for none
     * @param SpotInk|null                              $ink    the one it is in, beside all other colours
     */
    private function standIn(
        string $key,
        Drawing $page,
        \Closure $what,
        string $layer = '',
        ?SpotInk $ink = null,
    ): Surface {
        $key .= "\0$page->width\0$page->height\0$layer";
        if (!isset($this->standIns[$key])) {
            $this->draw($page, $this->look($page), $what);
            $picture = $this->studio->cairo->image(1, 1, true);
            $picture->carries('image/jpeg', $this->finish->standIn($this->pages, $layer, $ink));
            $this->standIns[$key] = $picture;
        }

        return $this->standIns[$key];
    }

    /** Every page has its own background. */
    private function look(Drawing $page): Look
    {
        return new Look(1.0, $this->asked->edge, $page->background);
    }

    /** A picture of one pixel, as large as the page. */
    private function putAllOver(Context $context, Drawing $page, Surface $picture): void
    {
        $scale = self::POINTS / $page->dpi;
        $whole = $this->look($page)->whole($page);
        $context->apart(static function () use ($context, $picture, $whole, $scale): void {
            $context->scale($whole->width() * $scale, $whole->height() * $scale);
            $context->put($picture, 0, 0);
        });
    }

    private static function points(Bounds $box, Drawing $page): Bounds
    {
        $point = self::POINTS / $page->dpi;

        return new Bounds($box->left * $point, $box->top * $point, $box->right * $point, $box->bottom * $point);
    }
}
