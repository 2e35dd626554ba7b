<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Layout;

use Morphea\Core\Drawing\GroupItem;
use Morphea\Core\Drawing\LineItem;
use Morphea\Core\Drawing\PictureItem;
use Morphea\Core\Drawing\TextItem;
use Morphea\Core\Template\Align;
use Morphea\Core\Template\EmptyRule;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\PictureFit;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class LayouterTest extends TestCase
{
    public function testACentredNameStandsInTheMiddleOfItsFrame(): void
    {
        $layer = Make::text('{name}', frame: new Frame(100, 50, 1000, 200), style: Make::style(align: Align::Centre));
        [$item] = $this->items($layer, ['name' => 'Ottilie']);
        $width = Make::shaper()->line('Ottilie', $layer->style)->width * 100;
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
        $items = $this->items(Make::text("a\nb", frame: new Frame(0, 0, 1000, 400), style: Make::style(80, lineHeight: 1.5)), []);
        self::assertEqualsWithDelta(120, $items[1]->y - $items[0]->y, 1e-9);
    }

    public function testAnEmptyPlaceholderHidesOrShowsOtherWords(): void
    {
        $cells = ['craft' => '  '];
        self::assertSame([], $this->items(Make::text('mending {craft}'), $cells));
        $laid = Make::laid(Make::template(Make::text('mending {craft}', empty: EmptyRule::words('for many things'))), $cells);
        $facts = $laid->facts('recipient');
        self::assertSame('for many things', $facts?->text);
        self::assertTrue($facts->empty);
        self::assertSame(1, $facts->lines);
    }

    public function testFactsSayWhatCameOfTheRule(): void
    {
        $facts = Make::laid(Make::template(Make::text('{name}', FitRule::shrink(30))), ['name' => str_repeat('Maximiliana ', 4)])->facts('recipient');
        self::assertNotNull($facts);
        self::assertLessThan(100, $facts->size);
        self::assertSame(100.0, $facts->wantedSize);
        self::assertFalse($facts->overset);
    }

    public function testHiddenLayersAreNotDrawnAndOrderIsKept(): void
    {
        $line = new ShapeLayer('rule', 'Rule', new Frame(10, 20, 300, 0), 0.5, false, false, ShapeKind::Line, '#FFFFFF', '#17211E', 3, 0);
        $hidden = new ShapeLayer('gone', 'Gone', new Frame(0, 0, 5, 5), 1, false, true, ShapeKind::Ellipse, '#FFFFFF', null, 0, 0);
        $drawing = Make::laid(Make::template($line, $hidden, Make::text('x')), [])->drawing;
        self::assertSame(['rule', 'recipient'], array_map(static fn (GroupItem $g): string => $g->layer, $drawing->groups));
        $item = $drawing->groups[0]->items[0];
        self::assertInstanceOf(LineItem::class, $item);
        self::assertNull($item->paint->fill, 'a line has no inside');
        self::assertSame(310.0, $item->x2);
        self::assertSame(0.5, $drawing->groups[0]->opacity);
    }

    public function testAMissingPictureIsTold(): void
    {
        $picture = static fn (string $asset): PictureLayer => new PictureLayer('p-'.substr($asset, 0, 4), 'Seal', new Frame(0, 0, 100, 100), 1, false, false, $asset, PictureFit::Contain);
        $laid = Make::laid(Make::template($picture('seal.png'), $picture('gone.png')), []);
        self::assertSame(['gone.png'], $laid->missingPictures);
        self::assertInstanceOf(PictureItem::class, $laid->drawing->groups[0]->items[0]);
        self::assertSame([], $laid->drawing->groups[1]->items);
    }

    public function testDecomposedLettersAndForeignLineBreaksAreTidied(): void
    {
        $facts = Make::laid(Make::template(Make::text('{name}')), ['name' => "Ame\u{301}lie\r\nQuern\n"])->facts('recipient');
        self::assertSame("Am\u{E9}lie\nQuern", $facts?->text);
        self::assertSame(2, $facts->lines);
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<TextItem>
     */
    private function items(TextLayer $layer, array $cells): array
    {
        $items = Make::laid(Make::template($layer), $cells)->drawing->groups[0]->items;
        self::assertContainsOnlyInstancesOf(TextItem::class, $items);

        return $items;
    }
}
