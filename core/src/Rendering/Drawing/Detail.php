<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * Where the eye goes in a picture: the centre of its edges, weighted by their strength, with less weight near the
 * border.
 */
final readonly class Detail
{
    /** Weight of an edge at the picture's border against one in its middle. */
    private const BORDER = 0.35;

    /**
     * @param string $grey one byte a pixel, row by row
     *
     * @return array{float, float} in shares of width and height
     */
    public static function focus(string $grey, int $width, int $height): array
    {
        $sum = $sumX = $sumY = 0.0;
        for ($y = 1; $y < $height - 1; ++$y) {
            for ($x = 1; $x < $width - 1; ++$x) {
                $at = $y * $width + $x;
                $edge =
                    abs(\ord($grey[$at + 1]) - \ord($grey[$at - 1])) +
                    abs(\ord($grey[$at + $width]) - \ord($grey[$at - $width]));
                // Squared, so that a few strong edges outweigh much faint texture.
                $inward = 2 * min($x / $width, 1 - $x / $width, $y / $height, 1 - $y / $height);
                $weight = $edge ** 2 * (self::BORDER + (1 - self::BORDER) * $inward);
                $sum += $weight;
                $sumX += $weight * ($x + 0.5);
                $sumY += $weight * ($y + 0.5);
            }
        }

        return $sum > 0 ? [round($sumX / $sum / $width, 4), round($sumY / $sum / $height, 4)] : [0.5, 0.5];
    }
}
