<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\Gradient;
use Morphea\Core\Template\PictureFit;

/** Drawing to SVG 1.1, in the terms librsvg and browsers share: every run of text at its own place, no CSS. */
final readonly class SvgWriter
{
    public function __construct(private PictureSource $pictures)
    {
    }

    public function write(Drawing $drawing, SvgSize $size): string
    {
        $own = match ($size) {
            SvgSize::Pixels => \sprintf(' width="%d" height="%d"', $drawing->width, $drawing->height),
            SvgSize::Inches => \sprintf(' width="%sin" height="%sin"', self::number($drawing->width / $drawing->dpi, 5), self::number($drawing->height / $drawing->dpi, 5)),
            SvgSize::Free => '',
        };
        $svg = \sprintf('<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"%s viewBox="0 0 %d %d">', $own, $drawing->width, $drawing->height)."\n";
        if (null !== $drawing->background) {
            $svg .= \sprintf('<rect width="%d" height="%d" fill="%s"/>', $drawing->width, $drawing->height, $drawing->background)."\n";
        }
        foreach ($drawing->groups as $group) {
            $svg .= $this->group($group)."\n";
        }

        return $svg.'</svg>';
    }

    private function group(GroupItem $group): string
    {
        $attributes = ' id="layer-'.self::escape($group->layer).'"';
        $moves = (0.0 !== $group->up ? 'translate(0 '.self::number(-$group->up).') ' : '')
            .(0.0 !== $group->rotation ? \sprintf('rotate(%s %s %s)', self::number($group->rotation), self::number($group->centreX), self::number($group->centreY)) : '');
        if ('' !== $moves) {
            $attributes .= ' transform="'.trim($moves).'"';
        }
        if ($group->opacity < 1) {
            $attributes .= ' opacity="'.self::number($group->opacity).'"';
        }

        return "<g$attributes>".implode('', array_map($this->item(...), $group->items)).'</g>';
    }

    private function item(Item $item): string
    {
        return match (true) {
            $item instanceof RectangleItem => $this->element('rect', ['x' => $item->x, 'y' => $item->y, 'width' => $item->width, 'height' => $item->height, 'rx' => $item->radius > 0 ? $item->radius : null], $item->paint),
            $item instanceof EllipseItem => $this->element('ellipse', ['cx' => $item->centreX, 'cy' => $item->centreY, 'rx' => $item->radiusX, 'ry' => $item->radiusY], $item->paint),
            $item instanceof LineItem => $this->element('line', ['x1' => $item->x1, 'y1' => $item->y1, 'x2' => $item->x2, 'y2' => $item->y2], $item->paint),
            $item instanceof PolygonItem => $this->polygon($item),
            $item instanceof TextItem => $this->text($item),
            $item instanceof ShadowItem => $this->shadow($item),
            $item instanceof PictureItem => $this->picture($item),
            default => throw new \LogicException('No way to write a '.$item::class),
        };
    }

    /** @param array<string, float|null> $geometry */
    private function element(string $name, array $geometry, Paint $paint): string
    {
        $svg = "<$name";
        foreach ($geometry as $attribute => $value) {
            if (null !== $value) {
                $svg .= " $attribute=\"".self::number($value).'"';
            }
        }
        return $this->painted($svg, $paint);
    }

    private function polygon(PolygonItem $item): string
    {
        $points = implode(' ', array_map(static fn (array $point): string => self::number($point[0]).','.self::number($point[1]), $item->points));

        return $this->painted("<polygon points=\"$points\"", $item->paint);
    }

    private function painted(string $svg, Paint $paint): string
    {
        $before = '';
        $fill = $paint->fill ?? 'none';
        if ($fill instanceof Gradient) {
            [$before, $fill] = $this->gradient($fill);
        }
        $svg .= " fill=\"$fill\"";
        if (null !== $paint->stroke && $paint->strokeWidth > 0) {
            $svg .= " stroke=\"$paint->stroke\" stroke-width=\"".self::number($paint->strokeWidth).'"';
            if ([] !== $paint->dashes) {
                $svg .= ' stroke-dasharray="'.implode(' ', array_map(self::number(...), $paint->dashes)).'"';
            }
        }

        return "$before$svg/>";
    }

    /** @return array{string, string} the definition, named by what it holds, and the fill that refers to it */
    private function gradient(Gradient $gradient): array
    {
        $id = 'gradient-'.substr(hash('sha256', serialize($gradient)), 0, 12);
        $stops = "<stop offset=\"0\" stop-color=\"$gradient->from\"/><stop offset=\"1\" stop-color=\"$gradient->to\"/>";
        if ($gradient->radial) {
            return ["<radialGradient id=\"$id\">$stops</radialGradient>", "url(#$id)"];
        }
        // In shares of the shape's box: from edge to edge through its middle.
        $x = cos(deg2rad($gradient->angle)) / 2;
        $y = sin(deg2rad($gradient->angle)) / 2;
        $place = \sprintf('x1="%s" y1="%s" x2="%s" y2="%s"', self::number(0.5 - $x), self::number(0.5 - $y), self::number(0.5 + $x), self::number(0.5 + $y));

        return ["<linearGradient id=\"$id\" $place>$stops</linearGradient>", "url(#$id)"];
    }

    private function shadow(ShadowItem $item): string
    {
        $shadow = $item->shadow;
        $inside = implode('', array_map($this->item(...), array_map(static fn (Item $one): Item => self::inColour($one, $shadow->colour), $item->items)));
        $move = \sprintf('<g transform="translate(%s %s)" opacity="%s"', self::number($shadow->dx), self::number($shadow->dy), self::number($shadow->opacity));
        if ($shadow->blur <= 0) {
            return "$move>$inside</g>";
        }
        $id = 'shadow-'.self::escape($item->id);
        $reach = $item->reach;
        $filter = \sprintf('<filter id="%s" filterUnits="userSpaceOnUse" x="%s" y="%s" width="%s" height="%s"><feGaussianBlur stdDeviation="%s"/></filter>', $id, self::number($reach->x), self::number($reach->y), self::number($reach->width), self::number($reach->height), self::number($shadow->blur));

        return "$filter$move filter=\"url(#$id)\">$inside</g>";
    }

    private static function inColour(Item $item, string $colour): Item
    {
        return match (true) {
            $item instanceof TextItem => new TextItem($item->x, $item->y, $item->text, $item->face, $item->size, $colour, $item->letterSpacing, $item->rightToLeft, $item->rotation, $item->pivotX, $item->pivotY, $item->strokeWidth),
            $item instanceof RectangleItem => new RectangleItem($item->x, $item->y, $item->width, $item->height, $item->radius, new Paint($colour)),
            default => $item,
        };
    }

    private function text(TextItem $item): string
    {
        // In right-to-left text "end" is the left edge.
        return \sprintf(
            '<text x="%s" y="%s" font-family="%s" font-size="%s"%s%s fill="%s"%s%s%s xml:space="preserve">%s</text>',
            self::number($item->x),
            self::number($item->y),
            self::escape($item->face->family),
            self::number($item->size),
            400 !== $item->face->weight ? " font-weight=\"{$item->face->weight}\"" : '',
            $item->face->italic ? ' font-style="italic"' : '',
            $item->colour,
            0.0 !== $item->letterSpacing ? ' letter-spacing="'.self::number($item->letterSpacing).'"' : '',
            $item->rightToLeft ? ' direction="rtl" text-anchor="end"' : '',
            (0.0 !== $item->rotation ? \sprintf(' transform="rotate(%s %s %s)"', self::number($item->rotation), self::number($item->pivotX), self::number($item->pivotY)) : '')
                .($item->strokeWidth > 0 ? " stroke=\"$item->colour\" stroke-linejoin=\"round\" stroke-width=\"".self::number($item->strokeWidth).'"' : ''),
            self::escape($item->text),
        );
    }

    private function picture(PictureItem $item): string
    {
        $picture = $this->pictures->picture($item->asset);
        if (null === $picture) {
            return '';
        }
        $box = \sprintf('x="%s" y="%s" width="%s" height="%s"', self::number($item->x), self::number($item->y), self::number($item->width), self::number($item->height));
        $ratio = match ($item->fit) {
            PictureFit::Contain => 'xMidYMid meet',
            PictureFit::Cover => 'xMidYMid slice',
            PictureFit::Stretch => 'none',
        };
        if (null !== $picture->vector) {
            return \sprintf('<svg %s viewBox="0 0 %s %s" preserveAspectRatio="%s">%s</svg>', $box, self::number($picture->width), self::number($picture->height), $ratio, $picture->vector);
        }

        return \sprintf('<image %s preserveAspectRatio="%s" xlink:href="%s"/>', $box, $ratio, self::escape((string) $picture->href));
    }

    private static function number(float $value, int $digits = 3): string
    {
        $text = number_format($value, $digits, '.', '');
        $text = rtrim(rtrim($text, '0'), '.');

        return '-0' === $text ? '0' : $text;
    }

    private static function escape(string $text): string
    {
        // Control characters that XML 1.0 cannot hold would make the whole drawing unreadable.
        return htmlspecialchars(preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', '', $text) ?? '', \ENT_XML1 | \ENT_QUOTES, 'UTF-8');
    }
}
