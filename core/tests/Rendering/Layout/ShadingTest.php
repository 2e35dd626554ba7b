<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Layout;

use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\GroundShade;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Design\Timing\ClipPlay;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Drawing\Tones;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** A picture goes darker, or lighter, behind words that would not stand out from it, and no further than they need. */
final class ShadingTest extends TestCase
{
    public function testLightWordsOnADarkPictureNeedNothing(): void
    {
        self::assertNull(self::shade($this->group('#FFFFFF', self::flat(40))));
    }

    /** @param int $grey of the picture, 0 to 255 */
    #[TestWith(['#FFFFFF', 200, '#000000'])]
    #[TestWith(['#FFFFFF', 130, '#000000'])]
    #[TestWith(['#101010', 60, '#FFFFFF'])]
    #[TestWith(['#101010', 120, '#FFFFFF'])]
    public function testWordsStandOutByAsMuchAsTheyMustAndNoMore(string $words, int $grey, string $over): void
    {
        [$colour, $share] = self::shade($this->group($words, self::flat($grey))) ?? [null, 0.0];
        self::assertSame($over, $colour);
        $mixed = static fn (float $share): float => Contrast::linear($grey * (1 - $share) + ('#FFFFFF' === $over ? 255 * $share : 0));
        $ratio = static fn (float $share): float => Contrast::ofLight(Contrast::luminance($words), $mixed($share));
        self::assertGreaterThanOrEqual(Contrast::LEAST, $ratio($share) + 0.02);
        self::assertLessThan(Contrast::LEAST, $ratio($share - 0.1), 'a step less would not do');
    }

    public function testOnlyWhatLiesUnderTheWordsCounts(): void
    {
        // The words stand in the dark upper half.
        self::assertNull(self::shade($this->group('#FFFFFF', self::halves(30, 255))));
        self::assertNotNull(self::shade($this->group('#FFFFFF', self::halves(255, 30))));
    }

    public function testOfAClipTheLightestSecondThatIsPlayedCounts(): void
    {
        $flash = self::flat(30) . self::flat(30) . self::flat(250) . self::flat(30);
        self::assertNotNull(self::shade($this->group('#FFFFFF', $flash, 4.0)));
        self::assertNull(self::shade($this->group('#FFFFFF', $flash, 4.0, new ClipPlay(to: 1.0))));
    }

    public function testWordsOnAPlateOfTheirOwnDoNotStandOnThePicture(): void
    {
        $frame = new Frame(0, 0, 1100, 300);
        $plate = new ShapeLayer('plate', 'Plate', $frame, 1, false, false, ShapeKind::Rectangle, '#000000', null, 0, 0);
        self::assertNull(self::shade($this->group('#FFFFFF', self::flat(250), between: $plate)));
    }

    public function testOneThatIsBlurredNeedsLess(): void
    {
        // Single lines of light in the dark, which a blur takes away.
        $edge = Tones::EDGE;
        $lines = str_repeat(str_repeat(\chr(255), 3 * $edge) . str_repeat(\chr(20), 3 * $edge * 3), intdiv($edge, 4));
        $sharp = self::shade($this->group('#FFFFFF', $lines));
        $blurred = $this->group('#FFFFFF', $lines, shade: GroundShade::Blurred);
        self::assertGreaterThan(self::shade($blurred)[1] ?? 0.0, $sharp[1] ?? 0.0);
        $item = $blurred->items[0];
        self::assertInstanceOf(PictureItem::class, $item);
        self::assertEqualsWithDelta(0.012 * 1200, $item->look->blur, 1e-9);
    }

    public function testTonesAreKeptAsBytes(): void
    {
        $tones = Tones::of(self::halves(0, 255));
        $again = Tones::decode($tones->encode());
        self::assertEquals($tones, $again);
        self::assertNull(Tones::decode('no tones'));
    }

    private function group(
        string $words,
        string $rgb,
        ?float $length = null,
        ClipPlay $play = new ClipPlay(),
        ?Layer $between = null,
        GroundShade $shade = GroundShade::AsNeeded,
    ): GroupItem {
        $frame = new Frame(0, 0, 1200, 800);
        $ground = new PictureLayer(
            ...['ground', 'Ground', $frame, 1.0, false, false, 'g.jpg', PictureFit::Cover],
            clip: $play,
            shade: $shade,
        );
        $text = Make::text('Mend it', style: Make::style(colour: $words), frame: new Frame(100, 20, 1000, 200));
        $design = Make::design(...array_filter([$ground, $between, $text]));
        $source = new class (new Picture('g.jpg', 'h', 1200, 800, length: $length), Tones::of($rgb)) implements PictureSource {
            public function __construct(private readonly Picture $picture, private readonly Tones $tones)
            {
            }

            public function named(string $cell): ?string
            {
                return null;
            }

            public function picture(string $name): Picture
            {
                return $this->picture;
            }

            public function tones(Picture $picture): Tones
            {
                return $this->tones;
            }
        };

        return (new Layouter(new TextLayouter(Make::shaper())))->lay($design, new Record(1, []), $source)->drawing->groups[0];
    }

    /** @return array{string, float}|null colour and share of what lies over it */
    private static function shade(GroupItem $group): ?array
    {
        $over = $group->items[1] ?? null;
        if (!$over instanceof GroupItem) {
            return null;
        }
        self::assertInstanceOf(RectangleItem::class, $over->items[0]);

        $fill = $over->items[0]->paint->fill;
        self::assertIsString($fill);

        return [$fill, $over->opacity];
    }

    private static function flat(int $grey): string
    {
        return str_repeat(\chr($grey), 3 * Tones::EDGE ** 2);
    }

    private static function halves(int $upper, int $lower): string
    {
        $half = intdiv(3 * Tones::EDGE ** 2, 2);

        return str_repeat(\chr($upper), $half) . str_repeat(\chr($lower), $half);
    }
}
