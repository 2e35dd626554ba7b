<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Where a fold or perforation lies on a sheet. */
final readonly class Creased
{
    /** @return array{float, float, float, float} from edge to edge of the piece at its place, in millimetres */
    public static function line(Crease $crease, Place $place, PieceSize $piece, bool $fromBehind): array
    {
        // What is on the left from the front is on the right from behind.
        $at = $crease->upright && $fromBehind ? $piece->width - $crease->at : $crease->at;
        [$one, $other] = $crease->upright ? [[$at, 0.0], [$at, $piece->height]] : [[0.0, $at], [$piece->width, $at]];

        return [...self::on($place, $piece, ...$one), ...self::on($place, $piece, ...$other)];
    }

    /** @return array{float, float} where a point of a piece comes to lie */
    public static function on(Place $place, PieceSize $piece, float $x, float $y): array
    {
        $cut = $place->cut;
        [$x, $y] = [$x - $piece->width / 2, $y - $piece->height / 2];
        [$x, $y] = match ($place->turn) {
            90 => [-$y, $x],
            180 => [-$x, -$y],
            270 => [$y, -$x],
            default => [$x, $y],
        };

        return [($cut->left + $cut->right) / 2 + $x, ($cut->top + $cut->bottom) / 2 + $y];
    }
}
