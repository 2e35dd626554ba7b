<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\Gradient;

/** Fills, gradients and strokes of SVG elements. */
final readonly class SvgPaint
{
    /**
     * @param string $svg an element that is not closed yet
     * @param Bounds $box round what is filled, which gradients run over
     */
    public function on(string $svg, Paint $paint, Bounds $box): string
    {
        $before = '';
        $fill = $paint->fill ?? 'none';
        if ($fill instanceof Gradient) {
            [$before, $fill] = $this->gradient($fill, $box);
        }
        $svg .= " fill=\"$fill\"";
        if (null !== $paint->stroke && $paint->strokeWidth > 0) {
            $svg .= " stroke=\"$paint->stroke\" stroke-width=\"" . SvgMarkup::number($paint->strokeWidth) . '"';
            if ([] !== $paint->dashes) {
                $svg .= ' stroke-dasharray="' . implode(' ', array_map(SvgMarkup::number(...), $paint->dashes)) . '"';
            }
        }

        return "$before$svg/>";
    }

    /**
     * In user space units, because programs differ on the bounding box of a rotated shape.
     *
     * @return array{string, string} the definition, named by what it holds, and the fill that refers to it
     */
    private function gradient(Gradient $gradient, Bounds $box): array
    {
        $id = SvgMarkup::name('gradient', serialize([$gradient, $box]));
        $stops = "<stop offset=\"0\" stop-color=\"$gradient->from\"/><stop offset=\"1\" stop-color=\"$gradient->to\"/>";
        $units = \sprintf(
            'gradientUnits="userSpaceOnUse" gradientTransform="matrix(%s 0 0 %s %s %s)"',
            ...array_map(SvgMarkup::number(...), [$box->width(), $box->height(), $box->left, $box->top]),
        );
        if ($gradient->radial) {
            return ["<radialGradient id=\"$id\" $units cx=\".5\" cy=\".5\" r=\".5\">$stops</radialGradient>", "url(#$id)"];
        }
        // In shares of the box: from edge to edge through its middle.
        $x = cos(deg2rad($gradient->angle)) / 2;
        $y = sin(deg2rad($gradient->angle)) / 2;
        $place = \sprintf(
            'x1="%s" y1="%s" x2="%s" y2="%s"',
            ...array_map(static fn (float $v): string => SvgMarkup::number($v, 6), [0.5 - $x, 0.5 - $y, 0.5 + $x, 0.5 + $y]),
        );

        return ["<linearGradient id=\"$id\" $units $place>$stops</linearGradient>", "url(#$id)"];
    }
}
