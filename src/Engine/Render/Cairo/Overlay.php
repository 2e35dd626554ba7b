<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\Core\Rendering\Drawing\Bounds;

/** A translucent picture over a part of the target, pixel for pixel, composited when it is done. */
final readonly class Overlay
{
    private function __construct(public Context $context, public Surface $surface)
    {
    }

    /**
     * For a box in the units of the context; null if it is empty.
     *
     * @param bool $whole all of it, even what lies outside of a part that is drawn at the moment
     */
    public static function under(Cairo $cairo, Context $context, Bounds $box, bool $whole = false): ?self
    {
        $under = $context->surface;
        $matrix = self::inWhole($context);
        [$left, $top, $right, $bottom] = self::around($matrix, $box, $under->pixels);
        $within = ($whole ? $under->whole : null) ?? $under->extent;
        $left = max($left, (int) floor($within->left));
        $top = max($top, (int) floor($within->top));
        $right = min($right, (int) ceil($within->right));
        $bottom = min($bottom, (int) ceil($within->bottom));
        if ($right <= $left || $bottom <= $top) {
            return null;
        }
        $surface = $cairo->image($right - $left, $bottom - $top, at: [$left, $top]);
        $pixels = $surface->context();
        $pixels->move(-$left, -$top);
        $pixels->scale($under->pixels);
        $pixels->transform($matrix);

        return new self($pixels, $surface);
    }

    /** Converts units of a context to pixels of the whole it draws, or draws a part of. */
    public static function inWhole(Context $context): CData
    {
        $matrix = $context->matrix();
        $matrix->x0 += $context->surface->at[0];
        $matrix->y0 += $context->surface->at[1];

        return $matrix;
    }

    /** Writes the pixels to their place. */
    public static function put(Surface $pixels, Context $under): void
    {
        [$x, $y] = $under->surface->at;
        $under->apart(static function () use ($pixels, $under, $x, $y): void {
            $under->ffi->cairo_identity_matrix($under->it);
            $under->scale(1 / $under->surface->pixels);
            $under->put($pixels, $pixels->at[0] - $x, $pixels->at[1] - $y);
        });
    }

    /** @return array{int, int, int, int} edges in pixels of the surface */
    private static function around(CData $matrix, Bounds $box, float $scale): array
    {
        $xs = $ys = [];
        foreach ([$box->left, $box->right] as $x) {
            foreach ([$box->top, $box->bottom] as $y) {
                $xs[] = ($matrix->xx * $x + $matrix->xy * $y + $matrix->x0) * $scale;
                $ys[] = ($matrix->yx * $x + $matrix->yy * $y + $matrix->y0) * $scale;
            }
        }

        return [(int) floor(min($xs)), (int) floor(min($ys)), (int) ceil(max($xs)), (int) ceil(max($ys))];
    }
}
