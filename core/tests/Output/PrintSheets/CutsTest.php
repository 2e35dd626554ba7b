<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\PrintSheets;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Guide;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\GuideUse;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Output\PrintSheets\Crease;
use Morphea\Core\Output\PrintSheets\DieDrawing;
use Morphea\Core\Output\PrintSheets\Paper;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\TestSheet;
use Morphea\Core\Rendering\Drawing\CropMarks;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Drawing\Within;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Where paper is cut, folded and torn, and how far a printer is off: by the numbers that are drawn. */
final class CutsTest extends TestCase
{
    /** Dots a millimetre at 254 an inch. */
    private const MM = 10.0;

    public function testAPieceIsMeasuredInMillimetresAndKnowsItsCreases(): void
    {
        $size = PieceSize::of(self::tag());
        self::assertSame([90.0, 50.0, 3.0, 1], [$size->width, $size->height, $size->bleed, $size->pages]);
        $creases = [new Crease(true, 30.0, true), new Crease(false, 25.0, false)];
        self::assertEqualsWithDelta($creases, $size->creases, 1e-9, 'a guide alone is none');
        self::assertSame(0.0, PieceSize::of(self::tag(), bleed: false)->bleed);
        self::assertFalse($size->isSquare());
        self::assertTrue((new PieceSize(50.02, 50))->isSquare(), 'nobody cuts as finely as that');
        self::assertSame('90 × 50 mm', English::say($size->says()));
    }

    public function testADieCutsTheEdgeWhereTheDesignHasNoDieLines(): void
    {
        $drawing = DieDrawing::of(self::tag(), self::worked(self::tag()), '#00A0E0');
        self::assertSame(['edge', 'perforation-0'], array_map(static fn (GroupItem $one): string => $one->layer, $drawing->groups));
        $edge = $drawing->groups[0]->items[0];
        self::assertInstanceOf(RectangleItem::class, $edge);
        self::assertSame([0.0, 0.0, 900.0, 500.0], [$edge->x, $edge->y, $edge->width, $edge->height]);
        self::assertSame([null, '#00A0E0', 1.5], [$edge->paint->fill, $edge->paint->stroke, $edge->paint->strokeWidth]);
        $torn = $drawing->groups[1]->items[0];
        self::assertInstanceOf(LineItem::class, $torn);
        self::assertSame([300.0, 0.0, 300.0, 500.0], [$torn->x1, $torn->y1, $torn->x2, $torn->y2]);
        self::assertSame([self::MM, self::MM], $torn->paint->dashes, 'a millimetre of cut, a millimetre of paper');
        self::assertSame([null, 30.0], [$drawing->background, $drawing->bleed], 'nothing is laid under it');
    }

    public function testDieLinesOfTheDesignAreCutInsteadAndCoverWhollyWhateverTheyWereSeenThrough(): void
    {
        $die = new ShapeLayer(
            ...['die', 'Die', new Frame(100, 100, 300, 300), 0.3, false, false, ShapeKind::Ellipse, null, '#E0007A', 2, 0],
            use: LayerUse::Die,
        );
        $tag = self::tag($die);
        $drawing = DieDrawing::of($tag, self::worked($tag), '#00A0E0');
        self::assertSame(['die', 'perforation-0'], array_map(static fn (GroupItem $one): string => $one->layer, $drawing->groups));
        self::assertSame(1.0, $drawing->groups[0]->opacity);
    }

    #[TestWith([0.0])]
    #[TestWith([30.0])]
    public function testCropMarksSayWhereItIsCutAndStayOutsideOfWhatIsDrawn(float $bleed): void
    {
        $drawing = new Drawing(900, 500, 254, null, [], $bleed);
        $edge = CropMarks::edge($bleed, 254);
        self::assertSame(floor($edge), $edge, 'in whole dots');
        self::assertEqualsWithDelta($bleed + 60, $edge, 1, 'a millimetre clear, five long');
        $marks = CropMarks::of($drawing);
        self::assertCount(8, $marks);
        foreach ($marks as $mark) {
            $upright = $mark->x1 === $mark->x2;
            [$at, $from, $to, $end] = $upright
                ? [$mark->x1, $mark->y1, $mark->y2, 500.0]
                : [$mark->y1, $mark->x1, $mark->x2, 900.0];
            self::assertContains($at, $upright ? [0.0, 900.0] : [0.0, 500.0]);
            self::assertSame([50.0, 1.0], [round(abs($to - $from), 6), $mark->paint->strokeWidth]);
            $clear = max(-max($from, $to), min($from, $to) - $end);
            self::assertGreaterThanOrEqual($bleed + self::MM - 1, $clear);
            self::assertLessThanOrEqual($edge, max(-min($from, $to), max($from, $to) - $end));
        }
        self::assertCount(8, array_unique(array_map(static fn (LineItem $one): string => "$one->x1 $one->y1", $marks)));
    }

    #[TestWith(['A5'])]
    #[TestWith(['A4'])]
    #[TestWith(['SRA3'])]
    public function testATestSheetMeasuresHowFarTheBackIsOff(string $name): void
    {
        $paper = Paper::named($name);
        [$front, $back] = (new TestSheet(new TextLayouter(Make::shaper()), English::say(...)))->pages($paper);
        // Hundredths of a millimetre; the rulers cross in the middle, and so does the back.
        [$x, $y] = [$paper->width * 50, $paper->height * 50];
        foreach ([$front, $back] as $page) {
            self::assertSame([(int) round($paper->width * 100), (int) round($paper->height * 100)], [$page->width, $page->height]);
            $lines = self::lines($page);
            $level = array_filter($lines, static fn (LineItem $one): bool => [$y, $y] === [$one->y1, $one->y2]);
            $across = array_filter($level, static fn (LineItem $one): bool => $one->x1 <= $x - 2_000 && $one->x2 >= $x + 2_000);
            self::assertCount(1, $across);
        }
        $upright = array_filter(self::lines($front), static fn (LineItem $one): bool => $one->x1 === $one->x2);
        $ticks = array_filter($upright, static fn (LineItem $one): bool => abs($one->y2 - $one->y1) < 1_000);
        $places = array_map(static fn (LineItem $one): float => round(($one->x1 - $x) / 100, 6), $ticks);
        sort($places);
        self::assertSame(array_map(floatval(...), range(-20, 20)), $places, 'a line a millimetre, twenty to each side');
        $words = array_map(static fn (TextItem $one): string => $one->text, iterator_to_array(Within::letters($front->groups), false));
        foreach (['-20', '-10', '10', '20'] as $number) {
            self::assertCount(2, array_keys($words, $number, true), 'along and down');
        }
        foreach ([...Within::letters($front->groups), ...Within::letters($back->groups)] as $item) {
            $box = $item->bounds();
            self::assertTrue($box->left >= 0 && $box->right <= $front->width, "“{$item->text}” is on the paper");
        }
    }

    /** @return list<LineItem> */
    private static function lines(Drawing $drawing): array
    {
        $items = array_merge(...array_map(static fn (GroupItem $one): array => $one->items, $drawing->groups));

        return array_values(array_filter($items, static fn ($one): bool => $one instanceof LineItem));
    }

    private static function tag(Layer ...$layers): Design
    {
        return new Design(...[
            'width' => 900,
            'height' => 500,
            'dpi' => 254.0,
            'bleed' => 30.0,
            'guides' => [
                new Guide(true, 300, GuideUse::Perforation),
                new Guide(false, 250, GuideUse::Fold),
                new Guide(true, 450),
            ],
        ] + get_object_vars(Make::design(Make::text('{name}'), ...$layers)));
    }

    private static function worked(Design $design): Drawing
    {
        return (new Layouter(new TextLayouter(Make::shaper())))->lay($design, null, Make::noPictures(), aids: true)->drawing;
    }
}
