<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\Gradient;

/** Fills, gradients and lines of SVG elements. */
final readonly class SvgPaint
{
    /** @param string $svg an element that is not closed yet */
    public function on(string $svg, Paint $paint): string
    {
        $before = '';
        $fill = $paint->fill ?? 'none';
        if ($fill instanceof Gradient) {
            [$before, $fill] = $this->gradient($fill);
        }
        $svg .= " fill=\"$fill\"";
        if (null !== $paint->stroke && $paint->strokeWidth > 0) {
            $svg .= " stroke=\"$paint->stroke\" stroke-width=\"" . Svg::number($paint->strokeWidth) . '"';
            if ([] !== $paint->dashes) {
                $svg .= ' stroke-dasharray="' . implode(' ', array_map(Svg::number(...), $paint->dashes)) . '"';
            }
        }

        return "$before$svg/>";
    }

    /** @return array{string, string} the definition, named by what it holds, and the fill that refers to it */
    private function gradient(Gradient $gradient): array
    {
        $id = Svg::name('gradient', serialize($gradient));
        $stops = "<stop offset=\"0\" stop-color=\"$gradient->from\"/><stop offset=\"1\" stop-color=\"$gradient->to\"/>";
        if ($gradient->radial) {
            return ["<radialGradient id=\"$id\">$stops</radialGradient>", "url(#$id)"];
        }
        // In shares of the shape's box: from edge to edge through its middle.
        $x = cos(deg2rad($gradient->angle)) / 2;
        $y = sin(deg2rad($gradient->angle)) / 2;
        $place = \sprintf(
            'x1="%s" y1="%s" x2="%s" y2="%s"',
            Svg::number(0.5 - $x),
            Svg::number(0.5 - $y),
            Svg::number(0.5 + $x),
            Svg::number(0.5 + $y),
        );

        return ["<linearGradient id=\"$id\" $place>$stops</linearGradient>", "url(#$id)"];
    }
}
