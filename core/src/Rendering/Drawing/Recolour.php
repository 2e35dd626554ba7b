<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Tone;

/**
 * Recolours drawings (SVG markup whose colours are all written #RRGGBB) and single colours. Luma weights of ITU-R
 * BT.709.
 */
final readonly class Recolour
{
    public const RED = 0.2126;
    public const GREEN = 0.7152;
    public const BLUE = 0.0722;
    private const COLOURS = '/ (fill|stroke|stop-color|color)="(#[0-9A-Fa-f]{6})"/';

    /** @return array<string, int> the colours of a drawing and how often each is used, the most used first */
    public static function of(string $markup): array
    {
        preg_match_all(self::COLOURS, $markup, $found);
        $colours = array_count_values(array_map(strtoupper(...), $found[2]));
        arsort($colours);

        return $colours;
    }

    public static function drawing(string $markup, PictureLook $look): string
    {
        if ([] === $look->colours && !$look->tones()) {
            return $markup;
        }

        return (string) preg_replace_callback(
            self::COLOURS,
            static fn (array $m): string => \sprintf(
                ' %s="%s"',
                $m[1],
                self::colour($look->colours[strtoupper($m[2])] ?? $m[2], $look),
            ),
            $markup,
        );
    }

    public static function colour(string $colour, PictureLook $look): string
    {
        if (!$look->tones()) {
            return $colour;
        }
        [$r, $g, $b] = self::channels($colour);
        $light = self::RED * $r + self::GREEN * $g + self::BLUE * $b;
        // From the tint where it is dark to white where it is light.
        [$r, $g, $b] = Tone::Grey === $look->tone ? [0, 0, 0] : self::channels($look->tint);
        $mix = static fn (int $dark): int => (int) round($dark + ($light / 255) * (255 - $dark));

        return \sprintf('#%02X%02X%02X', $mix($r), $mix($g), $mix($b));
    }

    /** @return array{int, int, int} red, green and blue, 0 to 255 */
    public static function channels(string $colour): array
    {
        return [(int) hexdec(substr($colour, 1, 2)), (int) hexdec(substr($colour, 3, 2)), (int) hexdec(substr($colour, 5, 2))];
    }
}
