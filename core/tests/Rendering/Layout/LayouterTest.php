<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Layout;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\Highlight;
use Morphea\Core\Design\Styles\Outline;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\Shadow;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Design\Styles\TextEffects;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\PolygonItem;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Drawing\ShadowItem;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Layout\PictureState;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class LayouterTest extends TestCase
{
    public function testACentredNameStandsInTheMiddleOfItsFrame(): void
    {
        $layer = Make::text('{name}', frame: new Frame(100, 50, 1000, 200), style: Make::style(align: Align::Centre));
        [$item] = $this->items($layer, ['name' => 'Ottilie']);
        $width = Make::shaper()->line(Make::words('Ottilie', $layer->style))->width * 100;
        self::assertEqualsWithDelta(600 - $width / 2, $item->x, 1e-6);
        self::assertGreaterThan(150, $item->y, 'the baseline lies under the middle of the frame');
        self::assertLessThan(200, $item->y);
    }

    public function testRunsOfOneLineFollowEachOther(): void
    {
        $items = $this->items(Make::text('{name}'), ['name' => 'Jo Λημναίου Ng']);
        self::assertSame(['Lora', 'Noto Serif', 'Lora'], array_map(static fn (TextItem $i): string => $i->face->family, $items));
        self::assertLessThan($items[1]->x, $items[0]->x);
        self::assertSame($items[0]->y, $items[2]->y);
    }

    public function testLinesAreALineHeightApart(): void
    {
        $items = $this->items(
            Make::text("a\nb", frame: new Frame(0, 0, 1000, 400), style: Make::style(80, lineHeight: 1.5)),
            [],
        );
        self::assertEqualsWithDelta(120, $items[1]->y - $items[0]->y, 1e-9);
    }

    public function testAnEmptyPlaceholderHidesOrShowsOtherWords(): void
    {
        $cells = ['craft' => '  '];
        self::assertSame([], $this->items(Make::text('mending {craft}'), $cells));
        $laid = Make::laid(Make::design(Make::text('mending {craft}', empty: EmptyRule::words('for many things'))), $cells);
        $facts = $laid->text('recipient');
        self::assertSame('for many things', $facts?->text);
        self::assertTrue($facts->empty);
        self::assertSame(1, $facts->lines);
    }

    public function testFactsSayWhatCameOfTheRule(): void
    {
        $facts = Make::laid(Make::design(Make::text('{name}', FitRule::shrink(30))), [
            'name' => str_repeat('Maximiliana ', 4),
        ])->text('recipient');
        self::assertNotNull($facts);
        self::assertLessThan(100, $facts->size);
        self::assertSame(100.0, $facts->wantedSize);
        self::assertFalse($facts->overset);
    }

    public function testHiddenLayersAreNotDrawnAndOrderIsKept(): void
    {
        $line = new ShapeLayer(
            'rule',
            'Rule',
            new Frame(10, 20, 300, 0),
            0.5,
            false,
            false,
            ShapeKind::Line,
            '#FFFFFF',
            '#17211E',
            3,
            0,
        );
        $hidden = new ShapeLayer(
            'gone',
            'Gone',
            new Frame(0, 0, 5, 5),
            1,
            false,
            true,
            ShapeKind::Ellipse,
            '#FFFFFF',
            null,
            0,
            0,
        );
        $drawing = Make::laid(Make::design($line, $hidden, Make::text('x')), [])->drawing;
        self::assertSame(['rule', 'recipient'], array_map(static fn (GroupItem $g): string => $g->layer, $drawing->groups));
        $item = $drawing->groups[0]->items[0];
        self::assertInstanceOf(LineItem::class, $item);
        self::assertNull($item->paint->fill, 'a line has no inside');
        self::assertSame(310.0, $item->x2);
        self::assertSame(0.5, $drawing->groups[0]->opacity);
    }

    public function testAMissingPictureIsTold(): void
    {
        $picture = static fn (string $asset): PictureLayer => new PictureLayer(
            'p-' . substr($asset, 0, 4),
            'Seal',
            new Frame(0, 0, 100, 100),
            1,
            false,
            false,
            $asset,
            PictureFit::Contain,
        );
        $laid = Make::laid(Make::design($picture('seal.png'), $picture('gone.png')), []);
        self::assertSame(PictureState::Missing, $laid->picture('p-gone')?->state);
        self::assertTrue($laid->picture('p-gone')->refused);
        self::assertInstanceOf(PictureItem::class, $laid->drawing->groups[0]->items[0]);
        self::assertSame([], $laid->drawing->groups[1]->items);
    }

    public function testDecomposedLettersAndForeignLineBreaksAreTidied(): void
    {
        $facts = Make::laid(Make::design(Make::text('{name}')), ['name' => "Ame\u{301}lie\r\nQuern\n"])->text('recipient');
        self::assertSame("Am\u{E9}lie\nQuern", $facts?->text);
        self::assertSame(2, $facts->lines);
    }

    public function testJustifiedLinesReachBothEdgesButTheLast(): void
    {
        $style = Make::style(60, align: Align::Justify);
        $layer = Make::text(
            'bringing kettles and clocks back to use by the harbour of Tidewick',
            FitRule::wrap(5),
            frame: new Frame(100, 0, 700, 600),
            style: $style,
        );
        $lines = [];
        foreach ($this->items($layer, []) as $item) {
            $lines[(string) $item->y][] = $item;
        }
        $last = array_pop($lines);
        foreach ($lines as $words) {
            $end = end($words);
            self::assertEqualsWithDelta(100, $words[0]->x, 1e-6);
            self::assertEqualsWithDelta(800, $end->x + Make::shaper()->line(Make::words($end->text, $style))->width * 60, 1e-6);
        }
        self::assertCount(1, $last ?? [], 'the last line is set as it is');
    }

    public function testBulletsHangBeforeEveryLineOfTheTextButNotBeforeBrokenOnes(): void
    {
        $style = new TextStyle('Lora', 400, false, 50, '#000000', bullets: true);
        $items = $this->items(
            Make::text(
                "kettles and clocks and bicycles\nlamps",
                FitRule::wrap(6),
                frame: new Frame(0, 0, 500, 600),
                style: $style,
            ),
            [],
        );
        $bullets = array_filter($items, static fn (TextItem $item): bool => '•' === $item->text);
        self::assertCount(2, $bullets);
        foreach ($items as $item) {
            self::assertEqualsWithDelta('•' === $item->text ? 0 : 45, $item->x, 1e-6);
        }
        self::assertGreaterThan(4, \count($items), 'one of the lines was broken');
    }

    public function testLettersOnAnArcTurnWithItAndKeepTheirDistance(): void
    {
        $layer = new TextLayer(
            'arc',
            'Arc',
            new Frame(0, 0, 1000, 400),
            1,
            false,
            false,
            Content::plain(Pattern::parse('TIDEWICK')),
            Make::style(100, align: Align::Centre),
            FitRule::keep(),
            EmptyRule::hide(),
            new TextEffects(),
            90,
        );
        $items = $this->items($layer, []);
        self::assertCount(8, $items);
        $radius = 1000 / deg2rad(90);
        foreach ($items as $item) {
            self::assertEqualsWithDelta(
                $radius,
                hypot($item->pivotX - 500, $item->pivotY - ($items[0]->pivotY + $radius * cos(deg2rad($items[0]->rotation)))),
                0.01,
                'every letter stands on the circle',
            );
        }
        self::assertLessThan(0, $items[0]->rotation);
        self::assertGreaterThan(0, $items[7]->rotation);
    }

    public function testJoinedScriptsStayWholeOnAnArc(): void
    {
        $layer = new TextLayer(
            'arc',
            'Arc',
            new Frame(0, 0, 1000, 400),
            1,
            false,
            false,
            Content::plain(Pattern::parse('سلمى البحري')),
            Make::style(100),
            FitRule::keep(),
            EmptyRule::hide(),
            new TextEffects(),
            60,
        );
        self::assertCount(2, $this->items($layer, []));
    }

    public function testEffectsAreDrawnBehindTheLetters(): void
    {
        $effects = new TextEffects(
            new Outline('#FFFFFF', 4),
            new Shadow('#000000', 5, 6, 3, 0.5),
            new Highlight('#E0A33A', 10),
        );
        $layer = new TextLayer(
            'x',
            'X',
            new Frame(0, 0, 1000, 200),
            1,
            false,
            false,
            Content::plain(Pattern::parse('Mend')),
            Make::style(),
            FitRule::keep(),
            EmptyRule::hide(),
            $effects,
        );
        $items = Make::laid(Make::design($layer), [])->drawing->groups[0]->items;
        self::assertSame(
            [ShadowItem::class, RectangleItem::class, TextItem::class, TextItem::class],
            array_map(static fn (Item $item): string => $item::class, $items),
        );
        self::assertInstanceOf(TextItem::class, $items[2]);
        self::assertSame([8.0, '#FFFFFF'], [$items[2]->strokeWidth, $items[2]->colour]);
        self::assertInstanceOf(RectangleItem::class, $items[1]);
        self::assertSame(-10.0, $items[1]->x);
    }

    public function testAnEmptyBlockPullsUpWhatStandsBelowItUnlessThatIsLocked(): void
    {
        $block = Make::text('{note}', empty: EmptyRule::hideAndPullUp(), frame: new Frame(0, 100, 500, 50), id: 'note');
        $below = Make::text('below', frame: new Frame(100, 170, 500, 50), id: 'below');
        $beside = Make::text('beside', frame: new Frame(600, 170, 300, 50), id: 'beside');
        $locked = new TextLayer(
            'foot',
            'Foot',
            new Frame(0, 700, 500, 50),
            1,
            true,
            false,
            Content::plain(Pattern::parse('foot')),
            Make::style(),
            FitRule::keep(),
            EmptyRule::hide(),
        );
        $design = Make::design($block, $below, $beside, $locked);
        $up = static fn (string $note): array => array_map(
            static fn (GroupItem $group): float => $group->up,
            Make::laid($design, ['note' => $note])->drawing->groups,
        );
        self::assertSame([0.0, 0.0, 0.0, 0.0], $up('something'));
        self::assertSame([0.0, 70.0, 0.0, 0.0], $up(''));
    }

    public function testStarsAndPolygonsTouchTheirFrame(): void
    {
        $shape = static fn (ShapeKind $kind): ShapeLayer => new ShapeLayer(
            's',
            'S',
            new Frame(10, 20, 200, 100),
            1,
            false,
            false,
            $kind,
            '#FF0000',
            null,
            0,
            0,
            [],
            4,
            0.5,
        );
        $polygon = Make::laid(Make::design($shape(ShapeKind::Polygon)), [])->drawing->groups[0]->items[0];
        self::assertInstanceOf(PolygonItem::class, $polygon);
        self::assertEqualsWithDelta([[110, 20], [210, 70], [110, 120], [10, 70]], $polygon->points, 1e-9);
        $star = Make::laid(Make::design($shape(ShapeKind::Star)), [])->drawing->groups[0]->items[0];
        self::assertInstanceOf(PolygonItem::class, $star);
        self::assertCount(8, $star->points);
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<TextItem>
     */
    private function items(TextLayer $layer, array $cells): array
    {
        $items = Make::laid(Make::design($layer), $cells)->drawing->groups[0]->items;
        self::assertContainsOnlyInstancesOf(TextItem::class, $items);

        return $items;
    }
}
