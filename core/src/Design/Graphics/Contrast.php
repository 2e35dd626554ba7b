<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Graphics;

/** The contrast ratio of two colours as defined by WCAG 2.2, from 1 to 21. */
final readonly class Contrast
{
    /** Of letters of all sizes (success criterion 1.4.3). */
    public const LEAST = 4.5;
    private const GLARE = 0.05;

    /** @param string $one as #RRGGBB, like `$other` */
    public static function ratio(string $one, string $other): float
    {
        return self::ofLight(self::luminance($one), self::luminance($other));
    }

    /** From two relative luminances. */
    public static function ofLight(float $one, float $other): float
    {
        return (max($one, $other) + self::GLARE) / (min($one, $other) + self::GLARE);
    }

    /** The relative luminance of a colour as #RRGGBB. */
    public static function luminance(string $colour): float
    {
        [$red, $green, $blue] = array_map(
            static fn (int $at): float => self::linear((int) hexdec(substr($colour, $at, 2))),
            [1, 3, 5],
        );

        return self::light($red, $green, $blue);
    }

    /** From linear channels, 0 to 1. */
    public static function light(float $red, float $green, float $blue): float
    {
        return 0.2126 * $red + 0.7152 * $green + 0.0722 * $blue;
    }

    /** Converts a channel of sRGB, 0 to 255, to linear light. */
    public static function linear(float $channel): float
    {
        $value = $channel / 255;

        return $value <= 0.04045 ? $value / 12.92 : (($value + 0.055) / 1.055) ** 2.4;
    }

    /**
     * The relative luminance of a pixel.
     *
     * @param array{int, int, int} $pixel red, green and blue, 0 to 255
     */
    public static function ofPixel(array $pixel): float
    {
        // Of each of the few levels it is asked millions of times.
        static $levels = null;
        $levels ??= array_map(self::linear(...), range(0.0, 255.0));

        return self::light($levels[$pixel[0]], $levels[$pixel[1]], $levels[$pixel[2]]);
    }

    /** Converts linear light, 0 to 1, to a channel of sRGB, 0 to 1. */
    public static function channel(float $linear): float
    {
        $linear = max(0.0, min(1.0, $linear));

        return $linear <= 0.0031308 ? 12.92 * $linear : 1.055 * $linear ** (1 / 2.4) - 0.055;
    }

    /**
     * How opaque a black overlay must be for lighter text on it to have enough contrast.
     *
     * @param float $ground relative luminance, of its lightest; `$on` of what stands on it
     *
     * @return float share, 0 to 1
     */
    public static function black(float $ground, float $on, float $least = self::LEAST): float
    {
        $may = ($on + self::GLARE) / $least - self::GLARE;

        return $ground <= max(0.0, $may) ? 0.0 : 1 - self::channel($may) / max(1e-6, self::channel($ground));
    }

    /**
     * How opaque a white overlay must be for darker text.
     *
     * @param float $ground of its darkest
     */
    public static function white(float $ground, float $on, float $least = self::LEAST): float
    {
        $must = ($on + self::GLARE) * $least - self::GLARE;

        return $ground >= min(1.0, $must)
            ? 0.0
            : (self::channel($must) - self::channel($ground)) / max(1e-6, 1 - self::channel($ground));
    }
}
