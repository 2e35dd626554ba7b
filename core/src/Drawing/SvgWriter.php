<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Graphic\PathData;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\Gradient;
use Morphea\Core\Template\Shadow;

/** Drawing to SVG 1.1, in the terms librsvg and browsers share: every run of text at its own place, no CSS. */
final readonly class SvgWriter
{
    public function __construct(private PictureSource $pictures)
    {
    }

    /** @param bool $bleed all that is drawn outside of the cut too, as far as the bleed goes */
    public function write(Drawing $drawing, SvgSize $size, bool $bleed = false): string
    {
        $edge = $bleed ? $drawing->bleed : 0.0;
        [$width, $height] = [$drawing->width + 2 * $edge, $drawing->height + 2 * $edge];
        $own = match ($size) {
            SvgSize::Pixels => \sprintf(' width="%d" height="%d"', round($width), round($height)),
            SvgSize::Inches => \sprintf(
                ' width="%sin" height="%sin"',
                self::number($width / $drawing->dpi, 5),
                self::number($height / $drawing->dpi, 5),
            ),
            SvgSize::Free => '',
        };
        $box = implode(' ', array_map(self::number(...), [-$edge, -$edge, $width, $height]));
        $svg =
            \sprintf(
                '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"%s viewBox="%s">',
                $own,
                $box,
            ) . "\n";
        if (null !== $drawing->background) {
            $svg .=
                \sprintf(
                    '<rect%s width="%s" height="%s" fill="%s"/>',
                    $edge > 0 ? \sprintf(' x="%1$s" y="%1$s"', self::number(-$edge)) : '',
                    self::number($width),
                    self::number($height),
                    $drawing->background,
                ) . "\n";
        }
        foreach ($drawing->groups as $group) {
            $svg .= $this->group($group) . "\n";
        }

        return $svg . '</svg>';
    }

    private function group(GroupItem $group): string
    {
        $attributes = ' id="layer-' . self::escape($group->layer) . '"';
        $moves =
            (0.0 !== $group->up ? 'translate(0 ' . self::number(-$group->up) . ') ' : '') .
            (0.0 !== $group->rotation
                ? \sprintf(
                    'rotate(%s %s %s)',
                    self::number($group->rotation),
                    self::number($group->centreX),
                    self::number($group->centreY),
                )
                : '');
        if ('' !== $moves) {
            $attributes .= ' transform="' . trim($moves) . '"';
        }
        if ($group->opacity < 1) {
            $attributes .= ' opacity="' . self::number($group->opacity) . '"';
        }

        return "<g$attributes>" . implode('', array_map($this->item(...), $group->items)) . '</g>';
    }

    private function item(Item $item): string
    {
        return match (true) {
            $item instanceof RectangleItem => $this->element(
                'rect',
                [
                    'x' => $item->x,
                    'y' => $item->y,
                    'width' => $item->width,
                    'height' => $item->height,
                    'rx' => $item->radius > 0 ? $item->radius : null,
                ],
                $item->paint,
            ),
            $item instanceof EllipseItem => $this->element(
                'ellipse',
                ['cx' => $item->centreX, 'cy' => $item->centreY, 'rx' => $item->radiusX, 'ry' => $item->radiusY],
                $item->paint,
            ),
            $item instanceof LineItem => $this->element(
                'line',
                ['x1' => $item->x1, 'y1' => $item->y1, 'x2' => $item->x2, 'y2' => $item->y2],
                $item->paint,
            ),
            $item instanceof PolygonItem => $this->polygon($item),
            $item instanceof TextItem => $this->text($item),
            $item instanceof ShadowItem => $this->shadow($item),
            $item instanceof PictureItem => $this->picture($item),
            $item instanceof PathItem => $this->painted('<path d="' . self::path($item->path) . '"', $item->paint),
            $item instanceof ModulesItem => $this->modules($item),
            default => throw new \LogicException('No way to write a ' . $item::class),
        };
    }

    /** @param array<string, float|null> $geometry */
    private function element(string $name, array $geometry, Paint $paint): string
    {
        $svg = "<$name";
        foreach ($geometry as $attribute => $value) {
            if (null !== $value) {
                $svg .= " $attribute=\"" . self::number($value) . '"';
            }
        }
        return $this->painted($svg, $paint);
    }

    private function polygon(PolygonItem $item): string
    {
        $points = implode(
            ' ',
            array_map(
                static fn (array $point): string => self::number($point[0]) . ',' . self::number($point[1]),
                $item->points,
            ),
        );

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
            $svg .= " stroke=\"$paint->stroke\" stroke-width=\"" . self::number($paint->strokeWidth) . '"';
            if ([] !== $paint->dashes) {
                $svg .= ' stroke-dasharray="' . implode(' ', array_map(self::number(...), $paint->dashes)) . '"';
            }
        }

        return "$before$svg/>";
    }

    /** @return array{string, string} the definition, named by what it holds, and the fill that refers to it */
    private function gradient(Gradient $gradient): array
    {
        $id = 'gradient-' . self::hash(serialize($gradient));
        $stops = "<stop offset=\"0\" stop-color=\"$gradient->from\"/><stop offset=\"1\" stop-color=\"$gradient->to\"/>";
        if ($gradient->radial) {
            return ["<radialGradient id=\"$id\">$stops</radialGradient>", "url(#$id)"];
        }
        // In shares of the shape's box: from edge to edge through its middle.
        $x = cos(deg2rad($gradient->angle)) / 2;
        $y = sin(deg2rad($gradient->angle)) / 2;
        $place = \sprintf(
            'x1="%s" y1="%s" x2="%s" y2="%s"',
            self::number(0.5 - $x),
            self::number(0.5 - $y),
            self::number(0.5 + $x),
            self::number(0.5 + $y),
        );

        return ["<linearGradient id=\"$id\" $place>$stops</linearGradient>", "url(#$id)"];
    }

    private function shadow(ShadowItem $item): string
    {
        $shadow = $item->shadow;
        $inside = implode(
            '',
            array_map(
                $this->item(...),
                array_map(static fn (Item $one): Item => self::inColour($one, $shadow->colour), $item->items),
            ),
        );
        $move = \sprintf(
            '<g transform="translate(%s %s)" opacity="%s"',
            self::number($shadow->dx),
            self::number($shadow->dy),
            self::number($shadow->opacity),
        );
        if ($shadow->blur <= 0) {
            return "$move>$inside</g>";
        }
        [$filter, $id] = $this->filter(
            $item->reach,
            0.0,
            '<feGaussianBlur stdDeviation="' . self::number($shadow->blur) . '"/>',
        );

        return "$filter$move filter=\"url(#$id)\">$inside</g>";
    }

    private static function inColour(Item $item, string $colour): Item
    {
        return match (true) {
            $item instanceof TextItem => new TextItem(
                $item->x,
                $item->y,
                $item->text,
                $item->face,
                $item->size,
                $colour,
                $item->letterSpacing,
                $item->rightToLeft,
                $item->rotation,
                $item->pivotX,
                $item->pivotY,
                $item->strokeWidth,
            ),
            $item instanceof RectangleItem => new RectangleItem(
                $item->x,
                $item->y,
                $item->width,
                $item->height,
                $item->radius,
                new Paint($colour),
            ),
            $item instanceof EllipseItem => new EllipseItem(
                $item->centreX,
                $item->centreY,
                $item->radiusX,
                $item->radiusY,
                new Paint($colour),
            ),
            $item instanceof PolygonItem => new PolygonItem($item->points, new Paint($colour)),
            $item instanceof PathItem => new PathItem($item->path, new Paint($colour)),
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
            0.0 !== $item->letterSpacing ? ' letter-spacing="' . self::number($item->letterSpacing) . '"' : '',
            $item->rightToLeft ? ' direction="rtl" text-anchor="end"' : '',
            (0.0 !== $item->rotation
                ? \sprintf(
                    ' transform="rotate(%s %s %s)"',
                    self::number($item->rotation),
                    self::number($item->pivotX),
                    self::number($item->pivotY),
                )
                : '') .
                ($item->strokeWidth > 0
                    ? " stroke=\"$item->colour\" stroke-linejoin=\"round\" stroke-width=\"" .
                        self::number($item->strokeWidth) .
                        '"'
                    : ''),
            self::escape($item->text),
        );
    }

    private function picture(PictureItem $item): string
    {
        $picture = $this->pictures->picture($item->asset, $item->look);
        if (null === $picture) {
            return '';
        }
        $svg = self::placed($picture, $item->box);
        if ($item->look->blur > 0) {
            [$filter, $id] = $this->filter(
                $item->box,
                3 * $item->look->blur,
                '<feGaussianBlur stdDeviation="' . self::number($item->look->blur) . '"/>',
            );
            $svg = "$filter<g filter=\"url(#$id)\">$svg</g>";
        }
        if ($item->cut && null !== $item->outline) {
            $outline = $this->item(self::inColour($item->outline, '#000000'));
            $id = 'cut-' . self::hash($outline);
            $svg = "<clipPath id=\"$id\">$outline</clipPath><g clip-path=\"url(#$id)\">$svg</g>";
        }
        if (null !== $item->shadow) {
            $svg = $this->shadowed($svg, $item->shadow, $item->box);
        }

        return $svg . ($item->outline?->paint->strokeWidth > 0 ? $this->item($item->outline) : '');
    }

    private static function placed(Picture $picture, Frame $frame): string
    {
        $box = \sprintf(
            'x="%s" y="%s" width="%s" height="%s"',
            self::number($frame->x),
            self::number($frame->y),
            self::number($frame->width),
            self::number($frame->height),
        );
        if (null !== $picture->vector) {
            return \sprintf(
                '<svg %s viewBox="0 0 %s %s" preserveAspectRatio="none">%s</svg>',
                $box,
                self::number($picture->width),
                self::number($picture->height),
                $picture->vector,
            );
        }

        return \sprintf('<image %s preserveAspectRatio="none" xlink:href="%s"/>', $box, self::escape((string) $picture->href));
    }

    /** The same markup twice: once as its shadow only, then itself, so that only the shadow goes through a filter. */
    private function shadowed(string $svg, Shadow $shadow, Frame $box): string
    {
        $id = 'seen-' . self::hash($svg . serialize($box));
        $steps = \sprintf(
            '<feGaussianBlur in="SourceAlpha" stdDeviation="%s"/><feOffset dx="%s" dy="%s" result="moved"/>' .
            '<feFlood flood-color="%s" flood-opacity="%s"/><feComposite in2="moved" operator="in"/>',
            self::number(max(0.0, $shadow->blur)),
            self::number($shadow->dx),
            self::number($shadow->dy),
            $shadow->colour,
            self::number($shadow->opacity),
        );
        [$filter, $shade] = $this->filter($box, 3 * $shadow->blur + max(abs($shadow->dx), abs($shadow->dy)), $steps);

        return "$filter<defs><g id=\"$id\">$svg</g></defs><use xlink:href=\"#$id\" filter=\"url(#$shade)\"/><use xlink:href=\"#$id\"/>";
    }

    /** @return array{string, string} the definition, named by what it holds, and its name */
    private function filter(Frame $box, float $reach, string $steps): array
    {
        $region = \sprintf(
            'x="%s" y="%s" width="%s" height="%s"',
            self::number($box->x - $reach),
            self::number($box->y - $reach),
            self::number($box->width + 2 * $reach),
            self::number($box->height + 2 * $reach),
        );
        $id = 'filter-' . self::hash($region . $steps);

        return [
            "<filter id=\"$id\" filterUnits=\"userSpaceOnUse\" $region color-interpolation-filters=\"sRGB\">$steps</filter>",
            $id,
        ];
    }

    private static function path(PathData $path): string
    {
        return implode(
            '',
            array_map(
                static fn (array $step): string => $step[0] . implode(' ', array_map(self::number(...), $step[1])),
                $path->steps,
            ),
        );
    }

    /** One path for all modules, dark neighbours in a row drawn as one. */
    private function modules(ModulesItem $item): string
    {
        $path = '';
        foreach ($item->rows as $y => $row) {
            preg_match_all('/1+/', $row, $runs, \PREG_OFFSET_CAPTURE);
            foreach ($runs[0] as [$run, $x]) {
                $width = self::number(\strlen($run) * $item->width);
                $path .= \sprintf(
                    'M%s %sh%sv%sh-%sz',
                    self::number($item->x + $x * $item->width),
                    self::number($item->y + $y * $item->height),
                    $width,
                    self::number($item->height),
                    $width,
                );
            }
        }

        return "<path d=\"$path\" fill=\"$item->colour\" shape-rendering=\"crispEdges\"/>";
    }

    private static function hash(string $what): string
    {
        return substr(hash('sha256', $what), 0, 12);
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
        return htmlspecialchars(
            preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', '', $text) ?? '',
            \ENT_XML1 | \ENT_QUOTES,
            'UTF-8',
        );
    }
}
