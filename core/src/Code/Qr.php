<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

use Morphea\Core\Template\Correction;

/** QR codes (ISO/IEC 18004:2015): the smallest version that holds the words, in the shortest of numeric, alphanumeric and byte mode. */
final readonly class Qr
{
    private const QUIET = 4;
    private const ALPHANUMERIC = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:';
    private const UTF8 = 26;
    /** Table 9 of the standard, by version from 1: correction words in each block, and number of blocks. */
    private const WORDS = [
        'L' => [
            7,
            10,
            15,
            20,
            26,
            18,
            20,
            24,
            30,
            18,
            20,
            24,
            26,
            30,
            22,
            24,
            28,
            30,
            28,
            28,
            28,
            28,
            30,
            30,
            26,
            28,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
        ],
        'M' => [
            10,
            16,
            26,
            18,
            24,
            16,
            18,
            22,
            22,
            26,
            30,
            22,
            22,
            24,
            24,
            28,
            28,
            26,
            26,
            26,
            26,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
            28,
        ],
        'Q' => [
            13,
            22,
            18,
            26,
            18,
            24,
            18,
            22,
            20,
            24,
            28,
            26,
            24,
            20,
            30,
            24,
            28,
            28,
            26,
            30,
            28,
            30,
            30,
            30,
            30,
            28,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
        ],
        'H' => [
            17,
            28,
            22,
            16,
            22,
            28,
            26,
            26,
            24,
            28,
            24,
            28,
            22,
            24,
            24,
            30,
            28,
            28,
            26,
            28,
            30,
            24,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
            30,
        ],
    ];
    private const BLOCKS = [
        'L' => [
            1,
            1,
            1,
            1,
            1,
            2,
            2,
            2,
            2,
            4,
            4,
            4,
            4,
            4,
            6,
            6,
            6,
            6,
            7,
            8,
            8,
            9,
            9,
            10,
            12,
            12,
            12,
            13,
            14,
            15,
            16,
            17,
            18,
            19,
            19,
            20,
            21,
            22,
            24,
            25,
        ],
        'M' => [
            1,
            1,
            1,
            2,
            2,
            4,
            4,
            4,
            5,
            5,
            5,
            8,
            9,
            9,
            10,
            10,
            11,
            13,
            14,
            16,
            17,
            17,
            18,
            20,
            21,
            23,
            25,
            26,
            28,
            29,
            31,
            33,
            35,
            37,
            38,
            40,
            43,
            45,
            47,
            49,
        ],
        'Q' => [
            1,
            1,
            2,
            2,
            4,
            4,
            6,
            6,
            8,
            8,
            8,
            10,
            12,
            16,
            12,
            17,
            16,
            18,
            21,
            20,
            23,
            23,
            25,
            27,
            29,
            34,
            34,
            35,
            38,
            40,
            43,
            45,
            48,
            51,
            53,
            56,
            59,
            62,
            65,
            68,
        ],
        'H' => [
            1,
            1,
            2,
            4,
            4,
            4,
            5,
            6,
            8,
            8,
            11,
            11,
            16,
            16,
            18,
            16,
            19,
            21,
            25,
            25,
            25,
            34,
            30,
            32,
            35,
            37,
            40,
            42,
            45,
            48,
            51,
            54,
            57,
            60,
            63,
            66,
            70,
            74,
            77,
            81,
        ],
    ];

    /** @throws CodeError when the words are too long for any version */
    public static function encode(string $words, Correction $correction): Symbol
    {
        if ('' === $words) {
            throw new CodeError('a QR code needs some words');
        }
        for ($version = 1; $version <= 40; ++$version) {
            $bits = self::bits($words, $version);
            $room = 8 * self::dataWords($version, $correction);
            if (\strlen($bits) <= $room) {
                return new Symbol(
                    (new QrMatrix($version, $correction))->filled(
                        self::interleaved(self::padded($bits, $room), $version, $correction),
                    ),
                    self::QUIET,
                    self::QUIET,
                    $words,
                );
            }
        }
        throw new CodeError(
            \sprintf(
                '%s bytes are too long for a QR code at this correction; it holds up to %s',
                number_format(\strlen($words)),
                number_format(self::dataWords(40, $correction) - 3),
            ),
        );
    }

    /** Modules that carry data and correction, in bytes. */
    private static function rawWords(int $version): int
    {
        $modules = (16 * $version + 128) * $version + 64;
        if ($version >= 2) {
            $align = intdiv($version, 7) + 2;
            $modules -= (25 * $align - 10) * $align - 55 + ($version >= 7 ? 36 : 0);
        }

        return intdiv($modules, 8);
    }

    private static function dataWords(int $version, Correction $correction): int
    {
        return self::rawWords($version) -
            self::WORDS[$correction->value][$version - 1] * self::BLOCKS[$correction->value][$version - 1];
    }

    /** Mode, length and words as a string of 0 and 1. */
    private static function bits(string $words, int $version): string
    {
        $size = $version < 10 ? 0 : ($version < 27 ? 1 : 2);
        if (1 === preg_match('/^\d+$/', $words)) {
            $bits = '0001' . self::binary(\strlen($words), [10, 12, 14][$size]);
            foreach (str_split($words, 3) as $part) {
                $bits .= self::binary((int) $part, [4, 7, 10][\strlen($part) - 1]);
            }

            return $bits;
        }
        if (\strlen($words) === strspn($words, self::ALPHANUMERIC)) {
            $bits = '0010' . self::binary(\strlen($words), [9, 11, 13][$size]);
            foreach (str_split($words, 2) as $part) {
                $first = (int) strpos(self::ALPHANUMERIC, $part[0]);
                $bits .= isset($part[1])
                    ? self::binary(45 * $first + (int) strpos(self::ALPHANUMERIC, $part[1]), 11)
                    : self::binary($first, 6);
            }

            return $bits;
        }
        $other = 1 === preg_match('/[^\x00-\x7F]/', $words) ? '0111' . self::binary(self::UTF8, 8) : '';
        $bits = $other . '0100' . self::binary(\strlen($words), [8, 16, 16][$size]);
        foreach (str_split($words) as $byte) {
            $bits .= self::binary(\ord($byte), 8);
        }

        return $bits;
    }

    /** @return list<int> bytes */
    private static function padded(string $bits, int $room): array
    {
        $bits .= str_repeat('0', min(4, $room - \strlen($bits)));
        $bits .= str_repeat('0', (8 - (\strlen($bits) % 8)) % 8);
        $bytes = array_map(static fn (string $byte): int => (int) bindec($byte), str_split($bits, 8));
        for ($i = 0; \count($bytes) < $room / 8; ++$i) {
            $bytes[] = 0 === $i % 2 ? 0xec : 0x11;
        }

        return $bytes;
    }

    /**
     * Cut into blocks, each with its correction words, and dealt out one by one from each block.
     *
     * @param list<int> $bytes
     *
     * @return list<int>
     */
    private static function interleaved(array $bytes, int $version, Correction $correction): array
    {
        $count = self::BLOCKS[$correction->value][$version - 1];
        $words = self::WORDS[$correction->value][$version - 1];
        $raw = self::rawWords($version);
        $short = intdiv($raw, $count) - $words;
        $shortBlocks = $count - ($raw % $count);
        $generator = ReedSolomon::generator($words);
        $data = [];
        $check = [];
        for ($i = 0, $at = 0; $i < $count; ++$i) {
            $length = $short + ($i < $shortBlocks ? 0 : 1);
            $data[] = $block = \array_slice($bytes, $at, $length);
            $check[] = ReedSolomon::remainder($block, $generator);
            $at += $length;
        }
        $all = [];
        foreach ([$data, $check] as $blocks) {
            for ($i = 0; $i < max(array_map(\count(...), $blocks)); ++$i) {
                foreach ($blocks as $block) {
                    if (isset($block[$i])) {
                        $all[] = $block[$i];
                    }
                }
            }
        }

        return $all;
    }

    private static function binary(int $value, int $digits): string
    {
        return str_pad(decbin($value), $digits, '0', \STR_PAD_LEFT);
    }
}
