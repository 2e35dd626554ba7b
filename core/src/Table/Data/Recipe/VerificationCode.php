<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

/**
 * The short code that shows a piece is genuine: ten letters that nobody can guess, and two that reveal a typing error
 * before anything is looked up. Written in Crockford's base 32, which has no I, L, O and U, in groups of four.
 */
final readonly class VerificationCode
{
    private const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
    private const RANDOM = 10;
    /** The largest prime below 32²: any one wrong letter, and any two that changed places, come out otherwise. */
    private const PRIME = 1_021;

    /** The code of a row: always the same for the same secret, and different for every row. */
    public static function of(string $secret, int $row): string
    {
        $hash = hash_hmac('sha256', "genuine $row", $secret, true);
        $letters = '';
        for ($i = 0; $i < self::RANDOM; ++$i) {
            $letters .= self::LETTERS[\ord($hash[$i]) & 31];
        }

        return self::written($letters . self::check($letters));
    }

    /** @return string|null as it is written, however it was typed; null where a letter is wrong */
    public static function read(string $typed): ?string
    {
        $code = strtr(strtoupper((string) preg_replace('/[\s\-–—_.]+/u', '', $typed)), ['I' => '1', 'L' => '1', 'O' => '0']);
        $letters = substr($code, 0, self::RANDOM);

        $isWhole = \strlen($code) === self::RANDOM + 2 && strspn($code, self::LETTERS) === \strlen($code);

        return $isWhole && self::check($letters) === substr($code, self::RANDOM) ? self::written($code) : null;
    }

    private static function check(string $letters): string
    {
        $sum = 0;
        foreach (str_split($letters) as $letter) {
            $sum = ($sum * 32 + (int) strpos(self::LETTERS, $letter)) % self::PRIME;
        }

        return self::LETTERS[intdiv($sum, 32)] . self::LETTERS[$sum % 32];
    }

    private static function written(string $code): string
    {
        return implode('-', str_split($code, 4));
    }
}
