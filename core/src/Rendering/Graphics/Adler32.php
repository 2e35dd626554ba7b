<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Graphics;

/** The checksum of zlib streams (RFC 1950, 8.2), for streams joined without reading their bytes again. */
final readonly class Adler32
{
    public const NOTHING = 1;
    private const BASE = 65_521;

    public static function of(string $bytes): int
    {
        return (int) hexdec(hash('adler32', $bytes));
    }

    /**
     * The checksum of two parts joined.
     *
     * @param int $length bytes of what follows
     */
    public static function joined(int $first, int $second, int $length): int
    {
        [$a1, $b1] = [$first & 0xffff, $first >> 16];
        [$a2, $b2] = [$second & 0xffff, $second >> 16];
        $a = ($a1 + $a2 - 1 + self::BASE) % self::BASE;
        // Each byte of the second piece finds a1, and not 1, when it comes.
        $b = ($b1 + $b2 + (($length % self::BASE) * (($a1 - 1 + self::BASE) % self::BASE)) % self::BASE) % self::BASE;

        return ($b << 16) | $a;
    }
}
