<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\Core\Design\Styles\Gradient;
use Morphea\Core\Rendering\Drawing\EllipseItem;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\PathItem;
use Morphea\Core\Rendering\Drawing\PolygonItem;
use Morphea\Core\Rendering\Drawing\RectangleItem;

/** Fills, gradients and strokes for the current path of a context. */
final readonly class Paints
{
    /** As SVG has it where nothing is said. */
    private const MITRE = 4.0;

    public function __construct(private Context $context)
    {
    }

    /** Fills and strokes the path, and clears it. */
    public function on(Paint $paint, RectangleItem|EllipseItem|PolygonItem|PathItem|null $outline = null): void
    {
        $ffi = $this->context->ffi;
        $it = $this->context->it;
        if ($paint->fill instanceof Gradient && null !== $outline) {
            $this->gradient($paint->fill, $outline);
        } elseif (\is_string($paint->fill)) {
            $this->context->colour($paint->fill);
            $ffi->cairo_fill_preserve($it);
        }
        if (null !== $paint->stroke && $paint->strokeWidth > 0) {
            $this->context->colour($paint->stroke);
            $ffi->cairo_set_line_width($it, $paint->strokeWidth);
            $ffi->cairo_set_miter_limit($it, self::MITRE);
            $this->dash($paint->dashes);
            $ffi->cairo_stroke($it);
            $this->dash([]);
        }
        $ffi->cairo_new_path($it);
    }

    /** @param list<float> $dashes as SVG repeats them: of an odd number, twice */
    private function dash(array $dashes): void
    {
        $count = array_sum($dashes) > 0 ? \count($dashes) : 0;
        $lengths = $this->context->ffi->new('double[' . max(1, $count) . ']');
        foreach (\array_slice($dashes, 0, $count) as $i => $length) {
            $lengths[$i] = $length;
        }
        $this->context->ffi->cairo_set_dash($this->context->it, $lengths, $count, 0.0);
    }

    /** As shares of the bounding box of the fill. */
    private function gradient(Gradient $gradient, RectangleItem|EllipseItem|PolygonItem|PathItem $outline): void
    {
        $ffi = $this->context->ffi;
        $box = $outline->inColour('#000000')->bounds();
        [$width, $height] = [$box->width(), $box->height()];
        if ($width <= 0 || $height <= 0) {
            return;
        }
        $pattern = $this->pattern($gradient);
        $matrix = $ffi->new('cairo_matrix_t');
        [$matrix->xx, $matrix->yy, $matrix->x0, $matrix->y0] = [$width, $height, $box->left, $box->top];
        $ffi->cairo_matrix_invert(\FFI::addr($matrix));
        $ffi->cairo_pattern_set_matrix($pattern, \FFI::addr($matrix));
        $ffi->cairo_pattern_set_extend($pattern, Cairo::PAD);
        $ffi->cairo_set_source($this->context->it, $pattern);
        $ffi->cairo_fill_preserve($this->context->it);
        $ffi->cairo_pattern_destroy($pattern);
    }

    private function pattern(Gradient $gradient): CData
    {
        $ffi = $this->context->ffi;
        $x = cos(deg2rad($gradient->angle)) / 2;
        $y = sin(deg2rad($gradient->angle)) / 2;
        $pattern = $gradient->radial
            ? $ffi->cairo_pattern_create_radial(0.5, 0.5, 0.0, 0.5, 0.5, 0.5)
            : $ffi->cairo_pattern_create_linear(0.5 - $x, 0.5 - $y, 0.5 + $x, 0.5 + $y);
        $ffi->cairo_pattern_add_color_stop_rgb($pattern, 0.0, ...Context::channels($gradient->from));
        $ffi->cairo_pattern_add_color_stop_rgb($pattern, 1.0, ...Context::channels($gradient->to));

        return $pattern;
    }
}
