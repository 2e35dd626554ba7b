<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Pictures in SVG: placed, blurred, clipped, with border and shadow. */
final readonly class SvgPictures
{
    public function __construct(private PictureContents $pictures, private SvgItems $items)
    {
    }

    public function markup(PictureItem $item): string
    {
        $svg = $this->seen($item);
        if (null !== $item->shadow) {
            // The same markup twice: once as its shadow only, then itself, so that only the shadow goes through a filter.
            [$shadow, $id] = self::shadow($svg, $item);
            $svg = "$shadow<use xlink:href=\"#$id\"/>";
        }

        return $svg . ($item->outline?->paint->strokeWidth > 0 ? $item->outline->accept($this->items) : '');
    }

    /** The shadow of the visible part of a picture, on its own. */
    public function shade(PictureItem $item): string
    {
        return self::shadow($this->seen($item), $item)[0];
    }

    /** The picture at its place, blurred if wanted, not clipped. */
    public function blurred(PictureItem $item): string
    {
        $box = self::box($item);
        $svg = $this->placed($item, $box);
        if ($item->look->blur <= 0) {
            return $svg;
        }
        [$filter, $id] = SvgFilter::blur($box->grown(Blur::reach($item->look->blur)), $item->look->blur);

        return "$filter<g filter=\"url(#$id)\">$svg</g>";
    }

    private function seen(PictureItem $item): string
    {
        $svg = $this->blurred($item);
        if (!$item->cut || null === $item->outline) {
            return $svg;
        }
        $outline = $item->outline->inColour('#000000')->accept($this->items);
        $id = SvgMarkup::name('cut', $outline);

        return "<clipPath id=\"$id\">$outline</clipPath><g clip-path=\"url(#$id)\">$svg</g>";
    }

    private static function box(PictureItem $item): Bounds
    {
        return Bounds::of($item->box->x, $item->box->y, $item->box->width, $item->box->height);
    }

    private function placed(PictureItem $item, Bounds $box): string
    {
        $content = $this->pictures->content($item->picture, $item->look);
        if (null !== $content->markup) {
            return \sprintf(
                '<svg %s viewBox="0 0 %s %s" preserveAspectRatio="none">%s</svg>',
                SvgMarkup::box($box),
                SvgMarkup::number($item->picture->width),
                SvgMarkup::number($item->picture->height),
                $content->markup,
            );
        }

        return \sprintf(
            '<image %s preserveAspectRatio="none" xlink:href="%s"/>',
            SvgMarkup::box($box),
            SvgMarkup::escape($content->href()),
        );
    }

    /** @return array{string, string} the shadow of some markup, which is defined before it, and the name it is defined by */
    private static function shadow(string $svg, PictureItem $item): array
    {
        $box = self::box($item);
        \assert(null !== $item->shadow);
        $id = SvgMarkup::name('seen', $svg . serialize($box));
        [$filter, $shade] = SvgFilter::shadow($box, $item->shadow);

        return ["$filter<defs><g id=\"$id\">$svg</g></defs><use xlink:href=\"#$id\" filter=\"url(#$shade)\"/>", $id];
    }
}
