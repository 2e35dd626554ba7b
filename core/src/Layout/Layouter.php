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
use Morphea\Core\Drawing\PathItem;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\PolygonItem;
use Morphea\Core\Drawing\RectangleItem;
use Morphea\Core\Graphic\PathData;
use Morphea\Core\Template\CodeLayer;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\LayerUse;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;

/** Template and row in, drawing and facts out: the one layout that stage, proof and press share. */
final readonly class Layouter
{
    private CodeLayouter $codes;
    private PictureLayouter $pictures;

    public function __construct(public TextLayouter $texts)
    {
        $this->codes = new CodeLayouter($texts);
        $this->pictures = new PictureLayouter();
    }

    /**
     * @param Row|null $row  null shows the template itself, with the columns' keys in their places
     * @param bool     $aids backdrops and die lines are drawn too, as while working
     */
    public function lay(
        Template $template,
        ?Row $row,
        PictureSource $pictures,
        EvenSizes $even = new EvenSizes(),
        int $side = 0,
        bool $aids = false,
    ): LaidOut {
        $layers = self::seen($template->side($side)->layers, $aids);
        $texts = $shown = $codes = [];
        $drawn = [];
        $empty = [];
        foreach ($layers as $layer) {
            if ($layer instanceof TextLayer) {
                [$drawn[$layer->id], $texts[]] = $this->texts->lay($layer, $row, $template->locale, $even->size($layer->id));
                $empty[$layer->id] = [] === $drawn[$layer->id];
            } elseif ($layer instanceof PictureLayer) {
                [$drawn[$layer->id], $shown[]] = $this->pictures->lay(
                    $layer,
                    $row,
                    $pictures,
                    $template->locale,
                    $template->dpi,
                );
            } elseif ($layer instanceof CodeLayer) {
                [$drawn[$layer->id], $codes[]] = $this->codes->lay($layer, $row, $template->locale, $template->dpi);
            } elseif ($layer instanceof ShapeLayer) {
                $drawn[$layer->id] = [$this->shape($layer)];
            }
        }
        $up = PullUp::of($layers, $empty);
        $groups = array_map(
            fn (Layer $layer): GroupItem => $this->group($layer, $drawn[$layer->id], $up[$layer->id] ?? 0.0),
            $layers,
        );

        return new LaidOut(
            new Drawing(
                $template->width,
                $template->height,
                $template->dpi,
                $template->side($side)->background,
                $groups,
                $template->bleed,
            ),
            $texts,
            $shown,
            $codes,
        );
    }

    /**
     * In drawing order, die lines over everything.
     *
     * @param list<Layer> $layers
     *
     * @return list<Layer>
     */
    private static function seen(array $layers, bool $aids): array
    {
        $of = static fn (bool $die): array => array_values(
            array_filter(
                $layers,
                static fn (Layer $layer): bool => !$layer->hidden &&
                    $die === (LayerUse::Die === $layer->use) &&
                    ($aids || LayerUse::Print === $layer->use),
            ),
        );

        return [...$of(false), ...$of(true)];
    }

    /** @param list<Item> $items */
    private function group(Layer $layer, array $items, float $up): GroupItem
    {
        return new GroupItem(
            $layer->id,
            $items,
            $layer->opacity,
            $layer->frame->rotation,
            $layer->frame->centreX(),
            $layer->frame->centreY(),
            $up,
        );
    }

    private function shape(ShapeLayer $layer): Item
    {
        $frame = $layer->frame;
        $paint = new Paint(
            ShapeKind::Line === $layer->shape ? null : $layer->fill,
            $layer->stroke,
            $layer->strokeWidth,
            $layer->dashes,
        );

        return match ($layer->shape) {
            ShapeKind::Rectangle => new RectangleItem(
                $frame->x,
                $frame->y,
                $frame->width,
                $frame->height,
                min($layer->radius, $frame->width / 2, $frame->height / 2),
                $paint,
            ),
            ShapeKind::Ellipse => new EllipseItem(
                $frame->centreX(),
                $frame->centreY(),
                $frame->width / 2,
                $frame->height / 2,
                $paint,
            ),
            ShapeKind::Line => new LineItem(
                $frame->x,
                $frame->y,
                $frame->x + $frame->width,
                $frame->y + $frame->height,
                $paint,
            ),
            ShapeKind::Polygon => new PolygonItem(Corners::polygon($frame, $layer->corners), $paint),
            ShapeKind::Star => new PolygonItem(Corners::star($frame, $layer->corners, $layer->inner), $paint),
            ShapeKind::Path => new PathItem(PathData::parse((string) $layer->path)->fitted($frame->x, $frame->y, $frame->width, $frame->height), $paint),
        };
    }
}
