<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Layout;

use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\FrameShape;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\Outline;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\PictureInstead;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\PictureRule;
use Morphea\Core\Design\Styles\Shadow;
use Morphea\Core\Design\Styles\VerticalAlign;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\PictureState;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use Morphea\Core\Tests\Pictures;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class PicturesTest extends TestCase
{
    /**
     * A frame 200 x 100 at 50, 50, and a picture 400 x 400.
     *
     * @param list<int> $box
     */
    #[TestWith([PictureFit::Contain, 0.5, 0.5, [100, 50, 100, 100]])]
    #[TestWith([PictureFit::Cover, 0.5, 0.5, [50, 0, 200, 200]])]
    #[TestWith([PictureFit::Cover, 0.5, 0.9, [50, -50, 200, 200]])]
    #[TestWith([PictureFit::Cover, 0.5, 0.4, [50, 20, 200, 200]])]
    #[TestWith([PictureFit::Stretch, 0.5, 0.5, [50, 50, 200, 100]])]
    #[TestWith([PictureFit::TrueSize, 0.5, 0.5, [-50, -100, 400, 400]])]
    public function testAPictureComesToStandByItsFitAndItsFocus(PictureFit $fit, float $x, float $y, array $box): void
    {
        $item = $this->item(self::layer('big.jpg', $fit), Make::photo('big.jpg', 400, 400, $x, $y));
        self::assertEqualsWithDelta($box, [$item->box->x, $item->box->y, $item->box->width, $item->box->height], 1e-9);
        self::assertSame(
            \in_array($fit, [PictureFit::Cover, PictureFit::TrueSize], true),
            $item->cut,
            'what sticks out of the frame is cut',
        );
    }

    public function testAPictureThatLeavesRoomStandsWhereItIsToldTo(): void
    {
        $layer = new PictureLayer(
            'p',
            'P',
            new Frame(50, 50, 200, 100),
            1,
            false,
            false,
            'tall.jpg',
            PictureFit::Contain,
            align: Align::Right,
            verticalAlign: VerticalAlign::Bottom,
        );
        $box = $this->item($layer, Make::photo('tall.jpg', 100, 200))->box;
        self::assertEqualsWithDelta([200, 50, 50, 100], [$box->x, $box->y, $box->width, $box->height], 1e-9);
    }

    public function testADrawingAtItsTrueSizeMeasuresNinetySixToTheInch(): void
    {
        $design = Make::design(self::layer('a.svg', PictureFit::TrueSize));
        $drawing = (new Layouter(new TextLayouter(Make::shaper())))->lay(
            new \Morphea\Core\Design\Model\Design('x', 1200, 800, 192, $design->unit, 'en_GB', $design->pages),
            null,
            new Pictures(Make::drawing('a.svg', 48, 24)),
        )->drawing;
        $item = $drawing->groups[0]->items[0];
        self::assertInstanceOf(PictureItem::class, $item);
        self::assertSame([96.0, 48.0], [$item->box->width, $item->box->height]);
    }

    public function testABlurredPictureRunsOnBehindTheEdgeOfItsFrame(): void
    {
        $layer = new PictureLayer(
            'p',
            'P',
            new Frame(50, 50, 200, 100),
            1,
            false,
            false,
            'a.jpg',
            PictureFit::Stretch,
            look: new PictureLook(blur: 4),
        );
        $item = $this->item($layer, Make::photo('a.jpg', 10, 10));
        self::assertSame(38.0, $item->box->x);
        self::assertTrue($item->cut);
    }

    public function testFrameBorderAndShadowAreWrittenAroundOnePicture(): void
    {
        $layer = new PictureLayer(
            'p',
            'P',
            new Frame(0, 0, 100, 100),
            1,
            false,
            false,
            'a.jpg',
            PictureFit::Cover,
            new FrameShape(FrameKind::Path, path: 'M 0 0 L 10 0 L 5 10 Z'),
            border: new Outline('#FF0000', 4),
            shadow: new Shadow('#000000', 3, 5, 2, 0.5),
        );
        $pictures = new Pictures(Make::photo('a.jpg', 100, 100));
        $svg = Make::svg(self::lay($layer, [], $pictures)->drawing, SvgSize::Pixels, $pictures);
        self::assertSame(1, substr_count($svg, '<image '), 'its bytes are there once, whatever is done with it');
        self::assertStringContainsString('<path d="M0 0L100 0L50 100Z" fill="#000000"/></clipPath>', $svg);
        self::assertStringContainsString('stroke="#FF0000" stroke-width="4"', $svg);
        self::assertSame(2, substr_count($svg, '<use '));
        self::assertStringContainsString('<feOffset dx="3" dy="5"', $svg);
        $document = new \DOMDocument();
        self::assertTrue($document->loadXML($svg));
    }

    #[TestWith(['kettle.jpg'])]
    #[TestWith(['kettle'])]
    #[TestWith([' Kettle '])]
    #[TestWith(['photos\\old\\KETTLE.JPEG'])]
    #[TestWith(['ké-tt_le.png'])]
    public function testACellNamesAPictureHoweverItIsWritten(string $cell): void
    {
        $pictures = new Pictures(Make::photo('lamp.jpg', 1, 1), Make::photo('kettle.jpg', 1, 1));
        self::assertSame(
            'kettle.jpg',
            self::lay(self::placeholder(), ['photo' => $cell], $pictures)->picture('p')?->picture,
        );
    }

    public function testAnEmptyCellAndAMissingPictureHaveRulesOfTheirOwn(): void
    {
        $pictures = new Pictures(Make::photo('seal.png', 100, 100));
        $layer = self::placeholder(new PictureRule(PictureInstead::Hide), new PictureRule(PictureInstead::Other, 'seal.png'));
        self::assertSame(['Photo: no picture is named; nothing is shown.'], self::warnings($layer, '', $pictures));
        self::assertSame([], self::lay($layer, ['photo' => ''], $pictures)->drawing->groups[0]->items);
        self::assertSame(
            ['Photo: the picture “kettel” is missing; “seal.png” is shown instead.'],
            self::warnings($layer, 'kettel', $pictures),
        );
        self::assertSame(PictureState::Missing, self::lay($layer, ['photo' => 'kettel'], $pictures)->picture('p')?->state);
    }

    public function testAPieceIsNotMadeWhereItsPictureIsARule(): void
    {
        $refuses = self::placeholder(missing: new PictureRule(PictureInstead::Refuse));
        $warnings = Make::warnings(Make::design($refuses), ['photo' => 'gone']);
        self::assertTrue($warnings[0]->blocks());
        self::assertSame(
            'Photo: the picture “gone” is missing; the piece cannot be made without it.',
            English::say($warnings[0]->sentence),
        );
        $shows = self::placeholder(missing: new PictureRule(PictureInstead::Other, 'also-gone.png'));
        $other = Make::warnings(Make::design($shows), ['photo' => 'gone']);
        self::assertTrue($other[0]->blocks(), 'nor where the picture shown instead is missing too');
    }

    public function testAPictureShownMuchLargerThanItIsIsFound(): void
    {
        self::assertSame(
            ['Photo: “seal.png” is enlarged 20 times and looks blurred.'],
            self::warnings(self::placeholder(), 'seal', Make::noPictures()),
        );
    }

    public function testBackdropsAndDieLinesAreSeenWhileWorkingAndNeverMade(): void
    {
        $shirt = new PictureLayer(
            'shirt',
            'Shirt',
            new Frame(0, 0, 100, 100),
            1,
            false,
            false,
            'seal.png',
            PictureFit::Contain,
            use: LayerUse::Backdrop,
        );
        $die = new \Morphea\Core\Design\Model\ShapeLayer(
            'die',
            'Die line',
            new Frame(0, 0, 100, 100),
            1,
            false,
            false,
            \Morphea\Core\Design\Styles\ShapeKind::Ellipse,
            null,
            '#FF00FF',
            1,
            0,
            use: LayerUse::Die,
        );
        $design = Make::design($die, $shirt, Make::text('Words'));
        $ids = static fn (bool $aids): array => array_map(
            static fn (GroupItem $group): string => $group->layer,
            (new Layouter(new TextLayouter(Make::shaper())))->lay($design, null, Make::noPictures(), aids: $aids)->drawing
                ->groups,
        );
        self::assertSame(['recipient'], $ids(false));
        self::assertSame(['shirt', 'recipient', 'die'], $ids(true), 'die lines lie over everything');
    }

    /** @return list<string> */
    private static function warnings(PictureLayer $layer, string $cell, Pictures $pictures): array
    {
        return array_map(
            static fn (Warning $warning): string => English::say($warning->sentence),
            Make::warnings(Make::design($layer), ['photo' => $cell], $pictures),
        );
    }

    private static function placeholder(
        PictureRule $empty = new PictureRule(),
        PictureRule $missing = new PictureRule(PictureInstead::Hide),
    ): PictureLayer {
        return new PictureLayer(
            'p',
            'Photo',
            new Frame(0, 0, 200, 100),
            1,
            false,
            false,
            Pattern::parse('{photo}'),
            PictureFit::Cover,
            empty: $empty,
            missing: $missing,
        );
    }

    private static function layer(string $asset, PictureFit $fit): PictureLayer
    {
        return new PictureLayer('p', 'P', new Frame(50, 50, 200, 100), 1, false, false, $asset, $fit);
    }

    private function item(PictureLayer $layer, Picture $picture): PictureItem
    {
        $item = self::lay($layer, [], new Pictures($picture))->drawing->groups[0]->items[0];
        self::assertInstanceOf(PictureItem::class, $item);

        return $item;
    }

    /** @param array<string, string> $cells */
    private static function lay(PictureLayer $layer, array $cells, Pictures $pictures): LaidOut
    {
        return (new Layouter(new TextLayouter(Make::shaper())))->lay(Make::design($layer), new Record(1, $cells), $pictures);
    }
}
