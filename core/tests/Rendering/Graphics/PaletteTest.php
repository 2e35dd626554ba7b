<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Graphics;

use Morphea\Core\Rendering\Graphics\Palette;
use PHPUnit\Framework\TestCase;

final class PaletteTest extends TestCase
{
    public function testColoursAreNumberedAsTheyAreMet(): void
    {
        $palette = new Palette(3);
        self::assertSame("\0\0\0\1", $palette->row('seaseaseaoar'));
        self::assertSame("\1\2\0", $palette->row("oar\n\n\nsea"));
        self::assertSame("seaoar\n\n\n", $palette->colours());
        self::assertSame('', $palette->opacities());
    }

    public function testWhatShowsThroughIsSaidUpToTheLast(): void
    {
        $palette = new Palette(4);
        $palette->row("sea\xffoar\x80\0\0\0\0jib\xff");
        self::assertSame("seaoar\0\0\0jib", $palette->colours());
        self::assertSame("\xff\x80\0", $palette->opacities());
    }

    public function testTwoHundredAndFiftySixAreEnoughAndOneMoreIsTooMany(): void
    {
        $palette = new Palette(4);
        // Among them bytes that look like numbers.
        $colours = array_map(static fn (int $i): string => (string) (1_000 + $i), range(0, 255));
        self::assertSame(implode('', array_map(\chr(...), range(0, 255))), $palette->row(implode('', $colours)));
        self::assertSame(256 * 3, \strlen($palette->colours()));
        self::assertSame("\7\7", $palette->row('10071007'));
        $other = clone $palette;
        self::assertNull($palette->row('10071256'));
        self::assertSame("\7", $other->row('1007'));
    }

    public function testAPixelIsNeverReadFromAnotherPlaceThanItsOwn(): void
    {
        $palette = new Palette(3);
        self::assertSame("\0\1\0", $palette->row('aababaaab'), 'runs are looked for pixel by pixel, not byte by byte');
    }
}
