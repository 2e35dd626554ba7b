<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\Shadow;

/** Pictures in SVG: at their place, blurred, cut, with border and shadow. */
final readonly class SvgPictures
{
    public function __construct(private PictureContents $pictures, private SvgItems $items)
    {
    }

    public function markup(PictureItem $item): string
    {
        $box = Bounds::of($item->box->x, $item->box->y, $item->box->width, $item->box->height);
        $svg = $this->placed($item, $box);
        if ($item->look->blur > 0) {
            [$filter, $id] = SvgFilter::blur($box->grown(Blur::reach($item->look->blur)), $item->look->blur);
            $svg = "$filter<g filter=\"url(#$id)\">$svg</g>";
        }
        if ($item->cut && null !== $item->outline) {
            $outline = $item->outline->inColour('#000000')->accept($this->items);
            $id = Svg::name('cut', $outline);
            $svg = "<clipPath id=\"$id\">$outline</clipPath><g clip-path=\"url(#$id)\">$svg</g>";
        }
        if (null !== $item->shadow) {
            $svg = self::shadowed($svg, $item->shadow, $box);
        }

        return $svg . ($item->outline?->paint->strokeWidth > 0 ? $item->outline->accept($this->items) : '');
    }

    private function placed(PictureItem $item, Bounds $box): string
    {
        $content = $this->pictures->content($item->picture, $item->look);
        if (null !== $content->markup) {
            return \sprintf(
                '<svg %s viewBox="0 0 %s %s" preserveAspectRatio="none">%s</svg>',
                Svg::box($box),
                Svg::number($item->picture->width),
                Svg::number($item->picture->height),
                $content->markup,
            );
        }

        return \sprintf(
            '<image %s preserveAspectRatio="none" xlink:href="%s"/>',
            Svg::box($box),
            Svg::escape((string) $content->href),
        );
    }

    /** The same markup twice: once as its shadow only, then itself, so that only the shadow goes through a filter. */
    private static function shadowed(string $svg, Shadow $shadow, Bounds $box): string
    {
        $id = Svg::name('seen', $svg . serialize($box));
        [$filter, $shade] = SvgFilter::shadow($box, $shadow);

        return "$filter<defs><g id=\"$id\">$svg</g></defs>" .
            "<use xlink:href=\"#$id\" filter=\"url(#$shade)\"/><use xlink:href=\"#$id\"/>";
    }
}
