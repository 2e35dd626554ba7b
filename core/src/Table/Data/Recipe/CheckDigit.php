<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;

/** A check digit after a number, which reveals typing errors. It is computed from all digits before it. */
enum CheckDigit: string
{
    case None = '';
    /** Mod 10 by doubling every other digit, Luhn's (ISO/IEC 7812-1, Annex B): as on cards. */
    case Luhn = 'luhn';
    /** Mod 10 by weights 3 and 1 (GS1 General Specifications, 7.9): as under bars. */
    case Weighted = 'weighted';
    /** ISO/IEC 7064 MOD 11-2: one digit, or X. */
    case Mod11 = 'mod-11';
    /** ISO/IEC 7064 MOD 97-10: two digits. */
    case Mod97 = 'mod-97';

    public function words(): Message
    {
        return new Message('recipes.series.check.of.' . (self::None === $this ? 'none' : strtr($this->value, '-', '_')));
    }

    /** @param string $words in which only digits count */
    public function compute(string $words): string
    {
        $digits = array_map(intval(...), str_split((string) preg_replace('/\D/', '', $words)));

        return match ($this) {
            self::None => '',
            self::Luhn => self::ten($digits, static fn (int $digit): int => $digit > 4 ? 2 * $digit - 9 : 2 * $digit),
            self::Weighted => self::ten($digits, static fn (int $digit): int => 3 * $digit),
            self::Mod11 => self::eleven($digits),
            self::Mod97 => \sprintf('%02d', (98 - 100 * self::rest($digits, 97) % 97) % 97),
        };
    }

    /**
     * @param list<int>            $digits
     * @param \Closure(int): int $weighed the last digit, and every other one before it
     */
    private static function ten(array $digits, \Closure $weighed): string
    {
        $sum = 0;
        foreach (array_reverse($digits) as $i => $digit) {
            $sum += 0 === $i % 2 ? $weighed($digit) : $digit;
        }

        return (string) ((10 - $sum % 10) % 10);
    }

    /** @param list<int> $digits */
    private static function eleven(array $digits): string
    {
        $sum = 0;
        foreach ($digits as $digit) {
            $sum = ($sum + $digit) * 2 % 11;
        }
        $check = (12 - $sum) % 11;

        return 10 === $check ? 'X' : (string) $check;
    }

    /** @param list<int> $digits */
    private static function rest(array $digits, int $by): int
    {
        $rest = 0;
        foreach ($digits as $digit) {
            $rest = (10 * $rest + $digit) % $by;
        }

        return $rest;
    }
}
