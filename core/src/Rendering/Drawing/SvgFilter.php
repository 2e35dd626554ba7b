<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\Shadow;

/** Blurs and shadows as SVG filters: each as a definition, named after its content, and its name. */
final readonly class SvgFilter
{
    /** @return array{string, string} */
    public static function blur(Bounds $region, float $deviation): array
    {
        return self::of($region, '<feGaussianBlur stdDeviation="' . SvgMarkup::number($deviation) . '"/>');
    }

    /** @return array{string, string} */
    public static function shadow(Bounds $of, Shadow $shadow): array
    {
        $steps = \sprintf(
            '<feGaussianBlur in="SourceAlpha" stdDeviation="%s"/><feOffset dx="%s" dy="%s" result="moved"/>' .
            '<feFlood flood-color="%s" flood-opacity="%s"/><feComposite in2="moved" operator="in"/>',
            SvgMarkup::number(max(0.0, $shadow->blur)),
            SvgMarkup::number($shadow->dx),
            SvgMarkup::number($shadow->dy),
            $shadow->colour,
            SvgMarkup::number($shadow->opacity),
        );

        return self::of($of->grown(Blur::reach($shadow->blur) + max(abs($shadow->dx), abs($shadow->dy))), $steps);
    }

    /** @return array{string, string} */
    private static function of(Bounds $region, string $steps): array
    {
        $box = SvgMarkup::box($region);
        $id = SvgMarkup::name('filter', $box . $steps);

        return [
            "<filter id=\"$id\" filterUnits=\"userSpaceOnUse\" $box color-interpolation-filters=\"sRGB\">$steps</filter>",
            $id,
        ];
    }
}
