<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Drawing;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Tone;
use Morphea\Core\Rendering\Drawing\Detail;
use Morphea\Core\Rendering\Drawing\Recolour;
use PHPUnit\Framework\TestCase;

final class RecolourTest extends TestCase
{
    private const DRAWING = '<g fill="#000000"><path fill="#C63D1E" stroke="#ffffff" d="M0 0"/><path fill="#C63D1E"/></g>';

    public function testTheColoursOfADrawingAreListedTheMostUsedFirst(): void
    {
        self::assertSame(['#C63D1E' => 2, '#000000' => 1, '#FFFFFF' => 1], Recolour::of(self::DRAWING));
    }

    public function testColoursAreGivenNewOnes(): void
    {
        $drawing = Recolour::drawing(self::DRAWING, new PictureLook(colours: ['#C63D1E' => '#235457']));
        self::assertSame(['#235457' => 2, '#000000' => 1, '#FFFFFF' => 1], Recolour::of($drawing));
    }

    public function testGreysKeepHowLightAColourIs(): void
    {
        self::assertSame('#7F7F7F', Recolour::colour('#7F7F7F', new PictureLook(Tone::Grey)));
        self::assertSame('#363636', Recolour::colour('#FF0000', new PictureLook(Tone::Grey)), '0.2126 of 255');
    }

    public function testATintRunsFromItsColourToWhite(): void
    {
        $look = new PictureLook(Tone::Tint, '#235457');
        self::assertSame(['#235457', '#FFFFFF'], [Recolour::colour('#000000', $look), Recolour::colour('#FFFFFF', $look)]);
    }

    public function testTheFocusLiesWhereTheDetailIs(): void
    {
        $grey = array_fill(0, 40, str_repeat("\x80", 60));
        foreach (range(24, 33) as $y) {
            foreach (range(40, 51) as $x) {
                $grey[$y][$x] = ($x + $y) % 2 ? "\x00" : "\xFF";
            }
        }
        [$x, $y] = Detail::focus(implode('', $grey), 60, 40);
        self::assertEqualsWithDelta(46 / 60, $x, 0.03);
        self::assertEqualsWithDelta(29 / 40, $y, 0.03);
        self::assertSame([0.5, 0.5], Detail::focus(str_repeat("\x80", 100), 10, 10), 'nothing stands out');
    }
}
