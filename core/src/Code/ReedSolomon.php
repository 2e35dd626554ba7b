<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

/** Correction words over GF(256) with the polynomial x^8 + x^4 + x^3 + x^2 + 1, as QR codes use them (ISO/IEC 18004, annex A). */
final readonly class ReedSolomon
{
    private const POLYNOMIAL = 0x11d;

    /** @return list<int> coefficients from the second highest power down; the highest is 1 */
    public static function generator(int $degree): array
    {
        $result = array_fill(0, $degree, 0);
        $result[$degree - 1] = 1;
        $root = 1;
        for ($i = 0; $i < $degree; ++$i) {
            for ($j = 0; $j < $degree; ++$j) {
                $result[$j] = self::times($result[$j], $root) ^ ($result[$j + 1] ?? 0);
            }
            $root = self::times($root, 2);
        }

        return array_values($result);
    }

    /**
     * @param list<int> $data
     * @param list<int> $generator
     *
     * @return list<int>
     */
    public static function remainder(array $data, array $generator): array
    {
        $rest = array_fill(0, \count($generator), 0);
        foreach ($data as $byte) {
            $factor = $byte ^ array_shift($rest);
            $rest[] = 0;
            foreach ($generator as $i => $coefficient) {
                $rest[$i] ^= self::times($coefficient, $factor);
            }
        }

        return array_values($rest);
    }

    private static function times(int $a, int $b): int
    {
        $product = 0;
        for ($i = 7; $i >= 0; --$i) {
            $product = ($product << 1) ^ (($product >> 7) * self::POLYNOMIAL);
            $product ^= (($b >> $i) & 1) * $a;
        }

        return $product;
    }
}
