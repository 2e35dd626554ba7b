<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;

/**
 * Decides which layers move up, and by how much, because placeholders above them are empty and pull up what is below.
 * Every unlocked layer that starts below the empty one and overlaps it horizontally moves, so that the nearest takes the
 * empty one's place.
 */
final readonly class PullUp
{
    /**
     * @param list<Layer>         $layers
     * @param array<string, bool> $hidden layers that show nothing in this row
     *
     * @return array<string, float> dots up, by layer
     */
    public static function of(array $layers, array $hidden): array
    {
        $up = [];
        foreach ($layers as $gone) {
            $below = ($hidden[$gone->id] ?? false) ? self::below($gone, $layers) : [];
            if ([] === $below) {
                continue;
            }
            $distance = min(array_map(static fn (Layer $layer): float => $layer->frame->y, $below)) - $gone->frame->y;
            foreach ($below as $layer) {
                $up[$layer->id] = ($up[$layer->id] ?? 0.0) + $distance;
            }
        }

        return $up;
    }

    /**
     * The layers that can move in some row.
     *
     * @param list<Layer> $layers
     *
     * @return array<string, true> by layer
     */
    public static function movable(array $layers): array
    {
        $movable = [];
        foreach ($layers as $gone) {
            foreach ($gone->isPlaceholder() ? self::below($gone, $layers) : [] as $layer) {
                $movable[$layer->id] = true;
            }
        }

        return $movable;
    }

    /**
     * What moves up when a layer is empty.
     *
     * @param list<Layer> $layers
     *
     * @return list<Layer>
     */
    private static function below(Layer $gone, array $layers): array
    {
        return $gone->pullsUp()
            ? array_values(
                array_filter(
                    $layers,
                    static fn (Layer $layer): bool => $layer !== $gone &&
                        !$layer->locked &&
                        self::under($layer->frame, $gone->frame),
                ),
            )
            : [];
    }

    private static function under(Frame $frame, Frame $gone): bool
    {
        return $frame->y >= $gone->y + $gone->height - 0.5 &&
            $frame->x < $gone->x + $gone->width &&
            $gone->x < $frame->x + $frame->width;
    }
}
