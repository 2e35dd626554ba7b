<?php

declare(strict_types=1);

namespace Morphea\Core\Graphic;

/** How well two colours stand out from each other: the contrast ratio of WCAG 2.2, 1 to 21. */
final readonly class Contrast
{
    /** @param string $one as #RRGGBB, like `$other` */
    public static function ratio(string $one, string $other): float
    {
        $a = self::luminance($one);
        $b = self::luminance($other);

        return (max($a, $b) + 0.05) / (min($a, $b) + 0.05);
    }

    private static function luminance(string $colour): float
    {
        $linear = static function (string $hex): float {
            $value = hexdec($hex) / 255;

            return $value <= 0.04045 ? $value / 12.92 : (($value + 0.055) / 1.055) ** 2.4;
        };

        return 0.2126 * $linear(substr($colour, 1, 2)) +
            0.7152 * $linear(substr($colour, 3, 2)) +
            0.0722 * $linear(substr($colour, 5, 2));
    }
}
