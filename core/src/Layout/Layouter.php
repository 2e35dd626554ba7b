<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\EllipseItem;
use Morphea\Core\Drawing\GroupItem;
use Morphea\Core\Drawing\Item;
use Morphea\Core\Drawing\LineItem;
use Morphea\Core\Drawing\Paint;
use Morphea\Core\Drawing\PictureItem;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\PolygonItem;
use Morphea\Core\Drawing\RectangleItem;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;

/** Template and row in, drawing and facts out: the one layout that stage, proof and press share. */
final readonly class Layouter
{
    public function __construct(private TextLayouter $texts)
    {
    }

    /** @param Row|null $row null shows the template itself, with the columns' keys in their places */
    public function lay(Template $template, ?Row $row, PictureSource $pictures, EvenSizes $even = new EvenSizes(), int $side = 0): LaidOut
    {
        $layers = array_values(array_filter($template->side($side)->layers, static fn (Layer $layer): bool => !$layer->hidden));
        $facts = [];
        $drawn = [];
        $missing = [];
        $empty = [];
        foreach ($layers as $layer) {
            if ($layer instanceof TextLayer) {
                [$drawn[$layer->id], $facts[]] = $this->texts->lay($layer, $row, $template->locale, $even->size($layer->id));
                $empty[$layer->id] = [] === $drawn[$layer->id];
            } elseif ($layer instanceof PictureLayer) {
                $drawn[$layer->id] = $this->picture($layer, $pictures, $missing);
            } elseif ($layer instanceof ShapeLayer) {
                $drawn[$layer->id] = [$this->shape($layer)];
            }
        }
        $up = PullUp::of($layers, $empty);
        $groups = array_map(fn (Layer $layer): GroupItem => $this->group($layer, $drawn[$layer->id], $up[$layer->id] ?? 0.0), $layers);

        return new LaidOut(
            new Drawing($template->width, $template->height, $template->dpi, $template->side($side)->background, $groups),
            $facts,
            array_values(array_unique($missing)),
        );
    }

    /** @param list<Item> $items */
    private function group(Layer $layer, array $items, float $up): GroupItem
    {
        return new GroupItem($layer->id, $items, $layer->opacity, $layer->frame->rotation, $layer->frame->centreX(), $layer->frame->centreY(), $up);
    }

    /**
     * @param list<string> $missing added to
     *
     * @return list<Item>
     */
    private function picture(PictureLayer $layer, PictureSource $pictures, array &$missing): array
    {
        if (null === $pictures->picture($layer->asset)) {
            $missing[] = $layer->asset;

            return [];
        }
        $frame = $layer->frame;

        return [new PictureItem($layer->asset, $frame->x, $frame->y, $frame->width, $frame->height, $layer->fit)];
    }

    private function shape(ShapeLayer $layer): Item
    {
        $frame = $layer->frame;
        $paint = new Paint(ShapeKind::Line === $layer->shape ? null : $layer->fill, $layer->stroke, $layer->strokeWidth, $layer->dashes);

        return match ($layer->shape) {
            ShapeKind::Rectangle => new RectangleItem($frame->x, $frame->y, $frame->width, $frame->height, min($layer->radius, $frame->width / 2, $frame->height / 2), $paint),
            ShapeKind::Ellipse => new EllipseItem($frame->centreX(), $frame->centreY(), $frame->width / 2, $frame->height / 2, $paint),
            ShapeKind::Line => new LineItem($frame->x, $frame->y, $frame->x + $frame->width, $frame->y + $frame->height, $paint),
            ShapeKind::Polygon => new PolygonItem(Corners::polygon($frame, $layer->corners), $paint),
            ShapeKind::Star => new PolygonItem(Corners::star($frame, $layer->corners, $layer->inner), $paint),
        };
    }
}
