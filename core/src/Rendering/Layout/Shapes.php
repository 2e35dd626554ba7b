<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Graphics\PathData;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\FrameShape;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Rendering\Drawing\EllipseItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\PathItem;
use Morphea\Core\Rendering\Drawing\PolygonItem;
use Morphea\Core\Rendering\Drawing\RectangleItem;

/** Outlines in a frame: those of shapes, and those pictures are clipped to. */
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
