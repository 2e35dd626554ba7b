<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Graphics;

use Morphea\Core\Rendering\Graphics\Adler32;
use Morphea\Core\Rendering\Graphics\Packed;
use Morphea\Core\Rendering\Graphics\Palette;
use Morphea\Core\Rendering\Graphics\PngFile;
use PHPUnit\Framework\TestCase;

/** A picture put together of bands that were packed each by itself is the picture that was packed in one go. */
final class PngFileTest extends TestCase
{
    public function testTheChecksumOfAWholeIsKnownFromThoseOfItsParts(): void
    {
        mt_srand(7);
        $letter = static fn (): string => \chr(mt_rand(0, 255));
        $letters = static fn (int $n): string => 0 === $n ? '' : implode('', array_map($letter, range(1, $n)));
        foreach ([[0, 0], [1, 0], [0, 1], [5, 7], [3_000, 66_000], [65_521, 65_521]] as [$first, $second]) {
            [$a, $b] = [$letters($first), $letters($second)];
            self::assertSame(
                Adler32::of($a . $b),
                Adler32::joined(Adler32::of($a), Adler32::of($b), $second),
                "$first and $second bytes",
            );
        }
        self::assertSame(Adler32::NOTHING, Adler32::of(''));
    }

    public function testBandsAreJoinedToOnePicture(): void
    {
        $row = static fn (string $pixel): string => "\0" . str_repeat($pixel, 4);
        $bands = [$row("\xff\0\0") . $row("\xff\0\0"), $row("\0\xff\0"), $row("\0\0\xff")];
        $png = (new PngFile(4, 4, PngFile::COLOUR, 300.0))->write(array_map(self::packed(...), $bands));
        $image = imagecreatefromstring($png);
        self::assertNotFalse($image);
        self::assertSame([4, 4], [imagesx($image), imagesy($image)]);
        self::assertSame(
            [0xff0000, 0xff0000, 0x00ff00, 0x0000ff],
            array_map(static fn (int $y): int => imagecolorat($image, 2, $y) & 0xffffff, [0, 1, 2, 3]),
        );
        self::assertSame(11_811, unpack('N', substr($png, (int) strpos($png, 'pHYs') + 4, 4))[1] ?? 0, '300 dpi, in pixels a metre');
    }

    public function testSeeThroughPicturesAndProfilesAreSaid(): void
    {
        $rows = "\0" . "\x17\x21\x1e\x80";
        $png = (new PngFile(1, 1, PngFile::COLOUR_AND_ALPHA, 96.0, 'a profile'))->write([self::packed($rows)]);
        $at = (int) strpos($png, 'iCCP');
        $length = unpack('N', substr($png, $at - 4, 4))[1] ?? 0;
        self::assertSame('a profile', gzuncompress(substr($png, $at + 4 + 6, $length - 6)));
        $image = imagecreatefromstring((new PngFile(1, 1, PngFile::COLOUR_AND_ALPHA, 96.0))->write([self::packed($rows)]));
        self::assertNotFalse($image);
        self::assertSame(63, imagecolorsforindex($image, (int) imagecolorat($image, 0, 0))['alpha']);
    }

    public function testColoursCanBeNumbersInAPalette(): void
    {
        $palette = new Palette(4);
        $rows = ["\0" . $palette->row("\x17\x21\x1e\xff\xf0\0\0\x80"), "\0" . $palette->row("\xf0\0\0\x80\x17\x21\x1e\xff")];
        $png = (new PngFile(2, 2, PngFile::COLOUR_AND_ALPHA, 96.0))->write(array_map(self::packed(...), $rows), $palette);
        $image = imagecreatefromstring($png);
        self::assertNotFalse($image);
        self::assertFalse(imageistruecolor($image));
        $at = static fn (int $x, int $y): array => array_values(imagecolorsforindex($image, (int) imagecolorat($image, $x, $y)));
        self::assertSame([[0x17, 0x21, 0x1e, 0], [0xf0, 0, 0, 63]], [$at(0, 0), $at(1, 0)]);
        self::assertSame([[0xf0, 0, 0, 63], [0x17, 0x21, 0x1e, 0]], [$at(0, 1), $at(1, 1)]);
    }

    private static function packed(string $rows): Packed
    {
        $deflate = deflate_init(\ZLIB_ENCODING_RAW) ?: self::fail('zlib does not start');

        return new Packed((string) deflate_add($deflate, $rows, \ZLIB_FULL_FLUSH), Adler32::of($rows), \strlen($rows));
    }
}
