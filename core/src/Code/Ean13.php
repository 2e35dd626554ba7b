<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

/** EAN-13 (ISO/IEC 15420): twelve digits and a check digit. */
final readonly class Ean13
{
    private const LEFT = [
        '0001101',
        '0011001',
        '0010011',
        '0111101',
        '0100011',
        '0110001',
        '0101111',
        '0111011',
        '0110111',
        '0001011',
    ];
    /** Which of the six left digits are written mirrored and inverted, for each first digit. */
    private const PARITY = ['000000', '001011', '001101', '001110', '010011', '011001', '011100', '010101', '010110', '011010'];

    /** @throws CodeError */
    public static function encode(string $words): Symbol
    {
        $digits = (string) preg_replace('/[\s-]+/', '', $words);
        if (1 !== preg_match('/^\d{12,13}$/', $digits)) {
            throw new CodeError(
                \sprintf(
                    '“%s” is no number for EAN-13: it takes 12 digits, or 13 with the check digit',
                    mb_strimwidth($words, 0, 40, '…', 'UTF-8'),
                ),
            );
        }
        $check = self::check(substr($digits, 0, 12));
        if (13 === \strlen($digits) && (int) $digits[12] !== $check) {
            throw new CodeError(\sprintf('“%s” has the check digit %s; it should be %d', $digits, $digits[12], $check));
        }
        $digits = substr($digits, 0, 12) . $check;
        $bars = '101';
        for ($i = 1; $i < 13; ++$i) {
            $left = self::LEFT[(int) $digits[$i]];
            $right = strtr($left, '01', '10');
            $bars .= match (true) {
                $i > 6 => $right,
                '1' === self::PARITY[(int) $digits[0]][$i - 1] => strrev($right),
                default => $left,
            };
            $bars .= 6 === $i ? '01010' : '';
        }

        return new Symbol([$bars . '101'], 11, 7, $digits[0] . ' ' . substr($digits, 1, 6) . ' ' . substr($digits, 7));
    }

    private static function check(string $twelve): int
    {
        $sum = 0;
        for ($i = 0; $i < 12; ++$i) {
            $sum += (int) $twelve[$i] * (0 === $i % 2 ? 1 : 3);
        }

        return (10 - ($sum % 10)) % 10;
    }
}
