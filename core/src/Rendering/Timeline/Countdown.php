<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

/** Numbers in text counting up from zero. They keep their place: what is not shown yet takes as much room as it will. */
final class Countdown
{
    /** A space as wide as a digit, and one as wide as a full stop. */
    private const DIGIT = "\u{2007}";
    private const POINT = "\u{2008}";
    private const NUMBER = '/\d+(?:[.,\x{2019}\x{202F}\x{A0}\']\d+)*/u';
    /** Behind the last point or comma: decimals, unless they are three. */
    private const DECIMALS = '/[.,](\d{1,2}|\d{4,})$/u';

    /** @param float $share 0 for nought to 1 for the numbers themselves */
    public static function at(string $words, float $share): string
    {
        return (string) preg_replace_callback(
            self::NUMBER,
            static fn (array $found): string => self::number($found[0], $share),
            $words,
        );
    }

    private static function number(string $number, float $share): string
    {
        $digits = (string) preg_replace('/\D+/u', '', $number);
        $decimals = 1 === preg_match(self::DECIMALS, $number, $found) ? \strlen($found[1]) : 0;
        // Longer ones are names rather than numbers.
        if (\strlen($digits) > 15) {
            return $number;
        }
        $now = str_pad((string) (int) floor((float) $digits * $share), \strlen($digits), '0', \STR_PAD_LEFT);
        // All but the units are left out as long as they are nought.
        $blank = min(strspn($now, '0'), \strlen($digits) - $decimals - 1);
        $at = 0;

        return (string) preg_replace_callback(
            '/./u',
            static function (array $found) use ($now, $blank, &$at): string {
                if (ctype_digit($found[0])) {
                    return $at++ < $blank ? self::DIGIT : $now[$at - 1];
                }

                return $at <= $blank ? self::POINT : $found[0];
            },
            $number,
        );
    }
}
