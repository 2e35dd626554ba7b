<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\Core\Rendering\Drawing\EllipseItem;
use Morphea\Core\Rendering\Drawing\PathItem;
use Morphea\Core\Rendering\Drawing\PolygonItem;
use Morphea\Core\Rendering\Drawing\RectangleItem;

/** Adds outlines of shapes to the path of a context. */
final readonly class Outlines
{
    /** How far the handles of a curve reach that stands for a quarter of a circle, in its radius. */
    private const QUARTER = 0.5522847498;
    private const DIGITS = 3;

    public static function of(Context $context, RectangleItem|EllipseItem|PolygonItem|PathItem $item): void
    {
        match (true) {
            $item instanceof RectangleItem => self::rectangle($context, $item),
            $item instanceof EllipseItem => self::ellipse($context, $item),
            $item instanceof PolygonItem => self::polygon($context, $item),
            $item instanceof PathItem => self::path($context, $item),
        };
    }

    public static function rectangle(Context $context, RectangleItem $item): void
    {
        if ($item->radius <= 0) {
            $box = array_map(self::rounded(...), [$item->x, $item->y, $item->width, $item->height]);
            $context->ffi->cairo_rectangle($context->it, ...$box);

            return;
        }
        [$left, $top, $width, $height, $radius] = array_map(
            self::rounded(...),
            [$item->x, $item->y, $item->width, $item->height, $item->radius],
        );
        $rx = min($radius, $width / 2);
        $ry = min($radius, $height / 2);
        [$right, $bottom] = [$left + $width, $top + $height];
        [$hx, $hy] = [$rx * (1 - self::QUARTER), $ry * (1 - self::QUARTER)];
        $ffi = $context->ffi;
        $it = $context->it;
        $ffi->cairo_move_to($it, $left + $rx, $top);
        $ffi->cairo_line_to($it, $right - $rx, $top);
        $ffi->cairo_curve_to($it, $right - $hx, $top, $right, $top + $hy, $right, $top + $ry);
        $ffi->cairo_line_to($it, $right, $bottom - $ry);
        $ffi->cairo_curve_to($it, $right, $bottom - $hy, $right - $hx, $bottom, $right - $rx, $bottom);
        $ffi->cairo_line_to($it, $left + $rx, $bottom);
        $ffi->cairo_curve_to($it, $left + $hx, $bottom, $left, $bottom - $hy, $left, $bottom - $ry);
        $ffi->cairo_line_to($it, $left, $top + $ry);
        $ffi->cairo_curve_to($it, $left, $top + $hy, $left + $hx, $top, $left + $rx, $top);
        $ffi->cairo_close_path($it);
    }

    public static function ellipse(Context $context, EllipseItem $item): void
    {
        [$x, $y, $rx, $ry] = array_map(
            self::rounded(...),
            [$item->centreX, $item->centreY, $item->radiusX, $item->radiusY],
        );
        [$hx, $hy] = [$rx * self::QUARTER, $ry * self::QUARTER];
        $ffi = $context->ffi;
        $it = $context->it;
        // As SVG has it: from the right downwards.
        $ffi->cairo_move_to($it, $x + $rx, $y);
        $ffi->cairo_curve_to($it, $x + $rx, $y + $hy, $x + $hx, $y + $ry, $x, $y + $ry);
        $ffi->cairo_curve_to($it, $x - $hx, $y + $ry, $x - $rx, $y + $hy, $x - $rx, $y);
        $ffi->cairo_curve_to($it, $x - $rx, $y - $hy, $x - $hx, $y - $ry, $x, $y - $ry);
        $ffi->cairo_curve_to($it, $x + $hx, $y - $ry, $x + $rx, $y - $hy, $x + $rx, $y);
        $ffi->cairo_close_path($it);
    }

    public static function polygon(Context $context, PolygonItem $item): void
    {
        foreach ($item->points as [$x, $y]) {
            // The first of a path is where it begins.
            $context->ffi->cairo_line_to($context->it, self::rounded($x), self::rounded($y));
        }
        $context->ffi->cairo_close_path($context->it);
    }

    public static function path(Context $context, PathItem $item): void
    {
        self::steps(
            $context,
            array_map(
                static fn (array $step): array => [$step[0], array_map(self::rounded(...), $step[1])],
                $item->path->steps,
            ),
        );
    }

    /** @param list<array{string, list<float>}> $steps M, L, C or Z, each with its points in turn */
    public static function steps(Context $context, array $steps): void
    {
        [$ffi, $it] = [$context->ffi, $context->it];
        foreach ($steps as [$letter, $points]) {
            match ($letter) {
                'M' => $ffi->cairo_move_to($it, ...$points),
                'L' => $ffi->cairo_line_to($it, ...$points),
                'C' => $ffi->cairo_curve_to($it, ...$points),
                default => $ffi->cairo_close_path($it),
            };
        }
    }

    /** Rounded as SVG writes it, to a thousandth of a dot, so that edges fall on the same side of a pixel. */
    public static function rounded(float $number): float
    {
        return round($number, self::DIGITS);
    }
}
