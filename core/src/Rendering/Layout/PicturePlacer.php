<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Timing\DriftKind;
use Morphea\Core\Rendering\Drawing\Blur;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\Wander;

/** Where a picture lies in relation to its frame, and how much is cropped. */
final readonly class PicturePlacer
{
    /** An SVG's pixels, to the inch (CSS). */
    private const SVG_DPI = 96.0;

    public static function place(PictureLayer $layer, Picture $picture, float $dpi): PictureItem
    {
        $look = $layer->shownLook();
        $box = self::box($layer, $picture, $dpi);
        $rectangle = FrameKind::Rectangle === $layer->shape->kind;
        // A picture that stands whole inside a plain frame is its own outline.
        $outer = $rectangle && self::inside($box, $layer->frame) ? $box : $layer->frame;
        $cut = !$rectangle || !self::inside($box, $outer);
        $wander = self::wander($layer, $picture, $box);
        if ($look->blur > 0 && \in_array($layer->fit, [PictureFit::Cover, PictureFit::Stretch], true)) {
            // The blurred edge of the picture falls outside of its frame.
            $reach = Blur::reach($look->blur);
            $box = self::grown($box, $reach);
            $wander = null === $wander
                ? null
                : new Wander(self::grown($wander->from, $reach), self::grown($wander->to, $reach), $wander->drift);
            $cut = true;
        }
        $cut = $cut || null !== $wander;
        $paint = new Paint(null, $layer->border?->colour, $layer->border->width ?? 0.0);

        $item = new PictureItem(
            $picture,
            $look,
            $box,
            $cut || null !== $layer->border ? Shapes::frame($layer->shape, $outer, $paint) : null,
            $cut,
            $layer->shadow,
            $wander,
            $picture->isClip() ? $layer->clip : null,
        );

        return $item->plays() ? $item->at(0.0) : $item;
    }

    /** The boxes between which a still picture drifts; both fill the frame, and one has the focus point at its centre. */
    private static function wander(PictureLayer $layer, Picture $picture, Frame $box): ?Wander
    {
        $drift = $layer->drift;
        if (DriftKind::None === $drift->kind || PictureFit::Cover !== $layer->fit || $picture->isClip() || $drift->share <= 0) {
            return null;
        }
        [$width, $height] = [$box->width * (1 + $drift->share), $box->height * (1 + $drift->share)];
        $close = self::focused($layer, $picture, $width, $height);

        return match ($drift->kind) {
            DriftKind::Away => new Wander($close, $box, $drift),
            DriftKind::Along => new Wander(self::along($layer->frame, $close, $drift->share), $close, $drift),
            default => new Wander($box, $close, $drift),
        };
    }

    /** From the side with the most room, along the longer direction. */
    private static function along(Frame $frame, Frame $close, float $share): Frame
    {
        [$across, $down] = [$close->width - $frame->width, $close->height - $frame->height];
        $level = $across / $frame->width >= $down / $frame->height;
        $room = $level ? $across : $down;
        $hidden = $level ? $frame->x - $close->x : $frame->y - $close->y;
        $way = min($room, $share * ($level ? $frame->width : $frame->height));
        $move = $hidden > $room / 2 ? min($hidden, $way) : -min($room - $hidden, $way);

        return new Frame($close->x + ($level ? $move : 0), $close->y + ($level ? 0 : $move), $close->width, $close->height);
    }

    /** A picture of that size filling a frame, its focus point as near the centre as possible. */
    private static function focused(PictureLayer $layer, Picture $picture, float $width, float $height): Frame
    {
        $frame = $layer->frame;
        [$x, $y] = [$layer->crop->x ?? $picture->focusX, $layer->crop->y ?? $picture->focusY];

        return new Frame(
            $frame->x - self::clamp($x * $width - $frame->width / 2, $width - $frame->width),
            $frame->y - self::clamp($y * $height - $frame->height / 2, $height - $frame->height),
            $width,
            $height,
        );
    }

    /** The frame's outline, shown in a design without rows. */
    public static function blank(PictureLayer $layer): Item
    {
        return Shapes::frame($layer->shape, $layer->frame, new Paint(fill: '#E7EAE8', stroke: '#5A6662', strokeWidth: 1.0));
    }

    /** The number of dots each pixel of the picture covers; above 1 it is enlarged. */
    public static function scale(PictureItem $item): float
    {
        return max($item->box->width / $item->picture->width, $item->box->height / $item->picture->height);
    }

    private static function box(PictureLayer $layer, Picture $picture, float $dpi): Frame
    {
        $frame = $layer->frame;
        $natural = $picture->isDrawing ? $dpi / self::SVG_DPI : 1.0;
        [$across, $down] = [$frame->width / $picture->width, $frame->height / $picture->height];
        if (PictureFit::Stretch === $layer->fit) {
            return new Frame($frame->x, $frame->y, $frame->width, $frame->height);
        }
        $scale = match ($layer->fit) {
            PictureFit::Contain => min($across, $down),
            PictureFit::Cover => max($across, $down) * ($layer->crop->closer ?? 1.0),
            default => $natural,
        };
        [$width, $height] = [$picture->width * $scale, $picture->height * $scale];
        if (PictureFit::Cover === $layer->fit) {
            return self::focused($layer, $picture, $width, $height);
        }
        $free = $frame->width - $width;

        return new Frame(
            $frame->x +
                match ($layer->align) {
                    Align::Left => 0.0,
                    Align::Right => $free,
                    default => $free / 2,
                },
            $frame->y + LinePlacer::down($layer->verticalAlign, $frame->height - $height),
            $width,
            $height,
        );
    }

    private static function clamp(float $value, float $most): float
    {
        return max(0.0, min($value, $most));
    }

    private static function inside(Frame $box, Frame $frame): bool
    {
        return $box->x >= $frame->x - 0.01 &&
            $box->y >= $frame->y - 0.01 &&
            $box->x + $box->width <= $frame->x + $frame->width + 0.01 &&
            $box->y + $box->height <= $frame->y + $frame->height + 0.01;
    }

    private static function grown(Frame $box, float $by): Frame
    {
        return new Frame($box->x - $by, $box->y - $by, $box->width + 2 * $by, $box->height + 2 * $by);
    }
}
