<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Rendering\Text\LetterOutlines;

/**
 * Writes items as SVG markup.
 *
 * @implements ItemVisitor<string>
 */
final readonly class SvgItems implements ItemVisitor
{
    /** Digits of outlines of letters, behind the point: an edge must fall on the same side of a pixel whoever draws it. */
    private const FINE = 7;

    private SvgPaint $paint;
    private SvgPictures $pictures;

    /** @param LetterOutlines|null $outlines for letters that are to look the same without their fonts */
    public function __construct(PictureContents $pictures, private ?LetterOutlines $outlines = null)
    {
        $this->paint = new SvgPaint();
        $this->pictures = new SvgPictures($pictures, $this);
    }

    public function group(GroupItem $item): string
    {
        $moves = self::moves($item);
        $opacity = $item->opacity * ($item->pose->opacity ?? 1.0);
        $attributes =
            ' id="layer-' .
            SvgMarkup::escape($item->layer) .
            '"' .
            ('' === $moves ? '' : " transform=\"$moves\"") .
            ($opacity < 1 ? ' opacity="' . SvgMarkup::number($opacity) . '"' : '');
        $group = "<g$attributes>" . $this->all($item->items) . '</g>';

        return null === $item->pose ? $group : self::posed($item->pose, $item->posed(null)->bounds(), $group);
    }

    private static function posed(Pose $pose, Bounds $box, string $group): string
    {
        if ($pose->hasWindow()) {
            // An svg of its own shows nothing outside of it.
            $at = $pose->window($box);
            $numbers = array_map(SvgMarkup::number(...), [$at->left, $at->top, max(0.0, $at->width()), max(0.0, $at->height())]);
            [$x, $y, $width, $height] = $numbers;
            $group = "<svg x=\"$x\" y=\"$y\" width=\"$width\" height=\"$height\" viewBox=\"$x $y $width $height\">$group</svg>";
        }
        $x = ($box->left + $box->right) / 2;
        $y = ($box->top + $box->bottom) / 2;
        $way = \sprintf(
            'matrix(%1$s 0 0 %1$s %2$s %3$s)',
            SvgMarkup::number($pose->scale),
            SvgMarkup::number($pose->right + $x * (1 - $pose->scale)),
            SvgMarkup::number($pose->down + $y * (1 - $pose->scale)),
        );

        return "<g transform=\"$way\">$group</g>";
    }

    /** The transform of a group; empty if there is none. */
    public static function moves(GroupItem $item): string
    {
        return implode(
            ' ',
            array_filter([
                0.0 !== $item->up ? 'translate(0 ' . SvgMarkup::number(-$item->up) . ')' : '',
                0.0 !== $item->rotation ? SvgMarkup::turn($item->rotation, $item->centreX, $item->centreY) : '',
            ]),
        );
    }

    /** @param list<Item> $items */
    public function all(array $items): string
    {
        return implode('', array_map(fn (Item $item): string => $item->accept($this), $items));
    }

    public function rectangle(RectangleItem $item): string
    {
        return $this->element(
            'rect',
            [
                'x' => $item->x,
                'y' => $item->y,
                'width' => $item->width,
                'height' => $item->height,
                'rx' => $item->radius > 0 ? $item->radius : null,
            ],
            $item,
        );
    }

    public function ellipse(EllipseItem $item): string
    {
        return $this->element(
            'ellipse',
            ['cx' => $item->centreX, 'cy' => $item->centreY, 'rx' => $item->radiusX, 'ry' => $item->radiusY],
            $item,
        );
    }

    public function line(LineItem $item): string
    {
        return $this->element(
            'line',
            ['x1' => $item->x1, 'y1' => $item->y1, 'x2' => $item->x2, 'y2' => $item->y2],
            $item,
        );
    }

    public function polygon(PolygonItem $item): string
    {
        $points = array_map(
            static fn (array $point): string => SvgMarkup::number($point[0]) . ',' . SvgMarkup::number($point[1]),
            $item->points,
        );

        return $this->paint->on('<polygon points="' . implode(' ', $points) . '"', $item->paint, self::box($item));
    }

    public function path(PathItem $item): string
    {
        return $this->paint->on('<path d="' . SvgMarkup::path($item->path->steps) . '"', $item->paint, self::box($item));
    }

    public function text(TextItem $item): string
    {
        $face = $item->face;
        $stroke =
            $item->strokeWidth > 0
                ? \sprintf(
                    ' stroke="%s" stroke-linejoin="round" stroke-width="%s"',
                    $item->colour,
                    SvgMarkup::number($item->strokeWidth),
                )
                : '';

        $turn = 0.0 !== $item->rotation ? ' transform="' . SvgMarkup::turn($item->rotation, $item->pivotX, $item->pivotY) . '"' : '';
        if (null !== $this->outlines) {
            $steps = $this->outlines->layOut(
                $face,
                $item->text,
                $item->rightToLeft,
                $item->x,
                $item->y,
                $item->size,
                $item->letterSpacing,
            );

            return '<path d="' . SvgMarkup::path($steps, self::FINE) . "\" fill=\"$item->colour\"$turn$stroke/>";
        }

        // In right-to-left text "end" is the left edge.
        return \sprintf(
            '<text x="%s" y="%s" font-family="%s" font-size="%s"%s%s fill="%s"%s%s%s%s xml:space="preserve">%s</text>',
            SvgMarkup::number($item->x),
            SvgMarkup::number($item->y),
            SvgMarkup::escape($face->family),
            SvgMarkup::number($item->size),
            400 !== $face->weight ? " font-weight=\"$face->weight\"" : '',
            $face->italic ? ' font-style="italic"' : '',
            $item->colour,
            0.0 !== $item->letterSpacing ? ' letter-spacing="' . SvgMarkup::number($item->letterSpacing) . '"' : '',
            $item->rightToLeft ? ' direction="rtl" text-anchor="end"' : '',
            $turn,
            $stroke,
            SvgMarkup::escape($item->text),
        );
    }

    /** One path for all modules; dark neighbours in a row are merged. */
    public function modules(ModulesItem $item): string
    {
        $path = '';
        foreach ($item->rows as $y => $row) {
            preg_match_all('/1+/', $row, $runs, \PREG_OFFSET_CAPTURE);
            foreach ($runs[0] as [$run, $x]) {
                $width = SvgMarkup::number(\strlen($run) * $item->width);
                $path .= \sprintf(
                    'M%s %sh%sv%sh-%sz',
                    SvgMarkup::number($item->x + $x * $item->width),
                    SvgMarkup::number($item->y + $y * $item->height),
                    $width,
                    SvgMarkup::number($item->height),
                    $width,
                );
            }
        }

        return "<path d=\"$path\" fill=\"$item->colour\" shape-rendering=\"crispEdges\"/>";
    }

    public function shadow(ShadowItem $item): string
    {
        $shadow = $item->shadow;
        $inside = $this->all(
            array_map(static fn (Item $one): Item => $one->inColour($shadow->colour), $item->items),
        );
        $move = \sprintf(
            '<g transform="translate(%s %s)" opacity="%s"',
            SvgMarkup::number($shadow->dx),
            SvgMarkup::number($shadow->dy),
            SvgMarkup::number($shadow->opacity),
        );
        if ($shadow->blur <= 0) {
            return "$move>$inside</g>";
        }
        [$filter, $id] = SvgFilter::blur($item->sharp()->grown($item->reach()), $shadow->blur);

        return "$filter$move filter=\"url(#$id)\">$inside</g>";
    }

    public function picture(PictureItem $item): string
    {
        return $this->pictures->markup($item);
    }

    /** @param array<string, float|null> $geometry */
    private function element(string $name, array $geometry, RectangleItem|EllipseItem|LineItem $item): string
    {
        $svg = "<$name";
        foreach ($geometry as $attribute => $value) {
            if (null !== $value) {
                $svg .= " $attribute=\"" . SvgMarkup::number($value) . '"';
            }
        }

        return $this->paint->on($svg, $item->paint, self::box($item));
    }

    /** The fill of a shape without its stroke. */
    private static function box(Item $item): Bounds
    {
        return $item->inColour('#000000')->bounds();
    }
}
