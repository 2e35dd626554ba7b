<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use Morphea\App\Render\Ask\OpenPaper;
use Morphea\App\Render\Look;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Drawing\Bounds;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\GroupItem;

/**
 * A PDF, page by page: what every row has alike is one object that the pages refer to, with its letters as letters;
 * fonts and pictures are there once. Pages are written as they come, so that nothing grows with their number.
 *
 * cairo would look through all of that object again for every page that shows it. So it is drawn on a page of its own,
 * other pages have a tiny picture in its place, and PaperFinish puts the one for the other.
 */
final class Paper
{
    private const POINTS = 72;
    private const TITLE = 0;
    private const CREATOR = 4;
    private const CREATED = 5;

    private readonly Look $look;
    private readonly PaperFinish $finish;
    private ?Surface $surface = null;
    private int $pages = 0;
    /** @var array<string, Surface> the pictures that stand for what is the same in all rows, by the names of its groups */
    private array $standIns = [];

    public function __construct(private readonly Studio $studio, private readonly OpenPaper $asked)
    {
        $this->look = $asked->look;
        $this->finish = new PaperFinish($asked->path, $asked->language, $studio->vips->profile());
        $studio->pictures->newPaper();
    }

    /** @param \WeakMap<GroupItem, string> $names of groups that are the same in all rows */
    public function page(Drawing $side, \WeakMap $names, string $bookmark): void
    {
        $shown = [];
        foreach ($side->stretches() as $i => $stretch) {
            if (!$stretch->varies) {
                $shown[$i] = $this->standIn($side, $stretch->groups, $names);
            }
        }
        $this->draw($side, function (Context $context, Side $on, float $scale) use ($side, $shown, $bookmark): void {
            if ('' !== $bookmark) {
                $context->ffi->cairo_pdf_surface_add_outline(
                    $context->surface->it,
                    0,
                    $bookmark,
                    "page=$this->pages pos=[0 0]",
                    0,
                );
            }
            $on->ground($context, $scale);
            foreach ($side->stretches() as $i => $stretch) {
                $stretch->varies
                    ? $on->groups($context, $scale, $stretch->groups)
                    : $this->putAllOver($context, $side, $shown[$i]);
            }
        });
        $this->finish->page($this->pages, $side, $this->look);
    }

    /** @throws RenderError|NoRoom */
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

    /** @param \Closure(Context, Side, float): void $what with the points that a dot has */
    private function draw(Drawing $side, \Closure $what): void
    {
        $whole = $this->look->whole($side);
        $scale = self::POINTS / $side->dpi;
        [$width, $height] = [$whole->width() * $scale, $whole->height() * $scale];
        $surface = $this->surface ??= $this->begin($width, $height);
        $ffi = $this->studio->cairo->ffi();
        $ffi->cairo_pdf_surface_set_size($surface->it, $width, $height);
        ++$this->pages;
        $paper = new Surface(
            $this->studio->cairo,
            $ffi->cairo_surface_reference($surface->it),
            Bounds::of(0, 0, $whole->width(), $whole->height()),
            pixels: 1 / $scale,
        );
        $context = $paper->context();
        $what($context, new Side($this->studio, $side, $this->look, true), $scale);
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
     * @param non-empty-list<GroupItem>   $groups
     * @param \WeakMap<GroupItem, string> $names
     */
    private function standIn(Drawing $side, array $groups, \WeakMap $names): Surface
    {
        $key = implode("\0", array_map(static fn (GroupItem $group): string => $names[$group], $groups));
        if (!isset($this->standIns[$key])) {
            $this->draw(
                $side,
                static fn (Context $context, Side $on, float $scale) => $on->groups($context, $scale, $groups),
            );
            $picture = $this->studio->cairo->image(1, 1, true);
            $picture->carries('image/jpeg', $this->finish->standIn($this->pages));
            $this->standIns[$key] = $picture;
        }

        return $this->standIns[$key];
    }

    /** One pixel, as large as the page. */
    private function putAllOver(Context $context, Drawing $side, Surface $picture): void
    {
        $scale = self::POINTS / $side->dpi;
        $whole = $this->look->whole($side);
        $context->apart(static function () use ($context, $picture, $whole, $scale): void {
            $context->scale($whole->width() * $scale, $whole->height() * $scale);
            $context->put($picture, 0, 0);
        });
    }
}
