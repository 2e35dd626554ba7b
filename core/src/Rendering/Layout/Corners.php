<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Frame;

/** The points of polygons and stars in a frame, clockwise from the middle of its top. */
final readonly class Corners
{
    /** @return non-empty-list<array{float, float}> */
    public static function polygon(Frame $frame, int $corners): array
    {
        return array_map(static fn (int $i): array => self::at($frame, $i / $corners, 1.0), range(0, $corners - 1));
    }

    /**
     * @param float $inner how far in the inner corners lie, 0 to 1
     *
     * @return non-empty-list<array{float, float}>
     */
    public static function star(Frame $frame, int $points, float $inner): array
    {
        return array_map(
            static fn (int $i): array => self::at($frame, $i / (2 * $points), 0 === $i % 2 ? 1.0 : $inner),
            range(0, 2 * $points - 1),
        );
    }

    /** @return array{float, float} */
    private static function at(Frame $frame, float $turn, float $out): array
    {
        return [
            $frame->centreX() + ((sin(2 * \M_PI * $turn) * $frame->width) / 2) * $out,
            $frame->centreY() - ((cos(2 * \M_PI * $turn) * $frame->height) / 2) * $out,
        ];
    }
}
