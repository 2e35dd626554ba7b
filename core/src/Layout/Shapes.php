<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Drawing\EllipseItem;
use Morphea\Core\Drawing\Item;
use Morphea\Core\Drawing\LineItem;
use Morphea\Core\Drawing\Paint;
use Morphea\Core\Drawing\PathItem;
use Morphea\Core\Drawing\PolygonItem;
use Morphea\Core\Drawing\RectangleItem;
use Morphea\Core\Graphic\PathData;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\FrameKind;
use Morphea\Core\Template\FrameShape;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\ShapeLayer;

/** Outlines in a frame: those of shapes, and those that pictures are cut to. */
final readonly class Shapes
{
    public static function of(ShapeLayer $layer): Item
    {
        $frame = $layer->frame;
        $isLine = ShapeKind::Line === $layer->shape;
        $paint = new Paint($isLine ? null : $layer->fill, $layer->stroke, $layer->strokeWidth, $layer->dashes);

        return match ($layer->shape) {
            ShapeKind::Rectangle => self::rectangle($frame, $layer->radius, $paint),
            ShapeKind::Ellipse => self::ellipse($frame, $paint),
            ShapeKind::Line => new LineItem(
                $frame->x,
                $frame->y,
                $frame->x + $frame->width,
                $frame->y + $frame->height,
                $paint,
            ),
            ShapeKind::Polygon => new PolygonItem(Corners::polygon($frame, $layer->corners), $paint),
            ShapeKind::Star => new PolygonItem(Corners::star($frame, $layer->corners, $layer->inner), $paint),
            ShapeKind::Path => self::path($frame, (string) $layer->path, $paint),
        };
    }

    /** @return RectangleItem|EllipseItem|PolygonItem|PathItem */
    public static function frame(FrameShape $shape, Frame $frame, Paint $paint): Item
    {
        return match ($shape->kind) {
            FrameKind::Rectangle => self::rectangle($frame, 0.0, $paint),
            FrameKind::Rounded => self::rectangle($frame, $shape->radius, $paint),
            FrameKind::Ellipse => self::ellipse($frame, $paint),
            FrameKind::Polygon => new PolygonItem(Corners::polygon($frame, $shape->corners), $paint),
            FrameKind::Path => self::path($frame, (string) $shape->path, $paint),
        };
    }

    private static function rectangle(Frame $frame, float $radius, Paint $paint): RectangleItem
    {
        $radius = min($radius, $frame->width / 2, $frame->height / 2);

        return new RectangleItem($frame->x, $frame->y, $frame->width, $frame->height, $radius, $paint);
    }

    private static function ellipse(Frame $frame, Paint $paint): EllipseItem
    {
        return new EllipseItem($frame->centreX(), $frame->centreY(), $frame->width / 2, $frame->height / 2, $paint);
    }

    private static function path(Frame $frame, string $data, Paint $paint): PathItem
    {
        return new PathItem(PathData::parse($data)->fitted($frame->x, $frame->y, $frame->width, $frame->height), $paint);
    }
}
