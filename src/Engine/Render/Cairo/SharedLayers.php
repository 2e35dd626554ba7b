<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\Look;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupRange;

/**
 * What all rows have in common on a page, drawn once: the lowest layers as a picture of the whole page, those above
 * something variable as translucent pictures. Any rows of pixels of a piece are composited from these and what varies.
 */
final class SharedLayers
{
    /** Pixels by which edges are soft. */
    private const SOFT = 2;

    public readonly int $width;
    public readonly int $height;
    public readonly bool $opaque;
    private readonly Bounds $all;
    private readonly Bounds $dots;
    private readonly Surface $lowest;
    private readonly Memory $rows;
    /** @var array<int, Surface|null> what lies over something that changes, by its place among the stretches */
    private array $over = [];

    public function __construct(private readonly PainterTools $studio, Drawing $drawing, private readonly Look $look)
    {
        $this->width = $look->width($drawing);
        $this->height = $look->height($drawing);
        $this->opaque = null !== $look->ground;
        $this->all = Bounds::of(0, 0, $this->width, $this->height);
        $this->dots = $look->whole($drawing);
        $this->lowest = $studio->cairo->image($this->width, $this->height, $this->opaque);
        $context = $this->lowest->context();
        $page = $this->page($drawing);
        $page->ground($context, $look->scale);
        foreach ($drawing->stretches() as $i => $stretch) {
            if ($stretch->varies) {
                continue;
            }
            0 === $i
                ? $page->groups($context, $look->scale, $stretch->groups)
                : ($this->over[$i] = $this->apart($page, $stretch));
        }
        $context->check();
        $this->rows = $studio->cairo->memory(4 * $this->width * $this->height);
    }

    /** The memory it uses, in bytes. */
    public function bytes(): int
    {
        $over = array_map(static fn (?Surface $surface): int => $surface?->bytes() ?? 0, $this->over);

        return 2 * $this->lowest->bytes() + array_sum($over);
    }

    /**
     * Some rows of pixels of a piece; without a piece, of the common part. They are valid until others are requested.
     *
     * @param int $from the first row, `$to` the one after the last
     */
    public function rows(?Drawing $piece, int $from, int $to): Surface
    {
        $rows = $this->studio->cairo->over(
            $this->rows->it,
            $this->width,
            $to - $from,
            $this->opaque,
            $this->rows,
            [0, $from],
            $this->all,
        );
        $bytes = 4 * $this->width;
        Memory::copy($this->rows->it, Memory::from($this->lowest->data(), $from * $bytes), ($to - $from) * $bytes);
        $rows->written();
        $context = $rows->context();
        if (null === $piece) {
            foreach ($this->over as $surface) {
                null === $surface ?: Overlay::put($surface, $context);
            }
        } else {
            $this->piece($context, $piece);
        }
        $context->check();

        return $rows;
    }

    /** The pixels a box in dots covers, including soft edges. */
    public function inPixels(Bounds $box): Bounds
    {
        $scale = $this->look->scale;
        $moved = $box->moved(-$this->dots->left, -$this->dots->top);

        return (new Bounds($moved->left * $scale, $moved->top * $scale, $moved->right * $scale, $moved->bottom * $scale))
            ->grown(self::SOFT)
            ->whole();
    }

    private function piece(Context $context, Drawing $piece): void
    {
        $page = $this->page($piece);
        foreach ($piece->stretches() as $i => $stretch) {
            if ($stretch->varies) {
                $page->groups($context, $this->look->scale, $stretch->groups);
            } elseif (isset($this->over[$i])) {
                Overlay::put($this->over[$i], $context);
            }
        }
    }

    private function apart(PagePainter $page, GroupRange $stretch): ?Surface
    {
        $box = $stretch->bounds();
        if (null === $box) {
            return null;
        }
        $box = $this->inPixels($box);
        [$left, $top] = [(int) max(0, $box->left), (int) max(0, $box->top)];
        [$right, $bottom] = [(int) min($this->width, $box->right), (int) min($this->height, $box->bottom)];
        if ($right <= $left || $bottom <= $top) {
            return null;
        }
        $surface = $this->studio->cairo->image($right - $left, $bottom - $top, false, [$left, $top], $this->all);
        $page->groups($surface->context(), $this->look->scale, $stretch->groups);

        return $surface;
    }

    private function page(Drawing $drawing): PagePainter
    {
        return new PagePainter($this->studio, $drawing, $this->look, false);
    }
}
