<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\PrintSheets;

use Morphea\Core\Output\PrintSheets\BothSides;
use Morphea\Core\Output\PrintSheets\Copies;
use Morphea\Core\Output\PrintSheets\Crease;
use Morphea\Core\Output\PrintSheets\Paper;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\SheetDrawing;
use Morphea\Core\Output\PrintSheets\SheetMark;
use Morphea\Core\Output\PrintSheets\SheetPlan;
use Morphea\Core\Output\PrintSheets\SheetRows;
use Morphea\Core\Output\PrintSheets\SheetSettings;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\EllipseItem;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** Marks say where to cut and fold, and never stand in a piece. */
final class MarksTest extends TestCase
{
    public function testTrimMarksStandAtEveryCutOutsideOfAllPieces(): void
    {
        $plan = self::plan(new PieceSize(90, 50), [SheetMark::Trim]);
        $lines = self::lines(self::drawn($plan));
        // 2 × 5 with shared cuts: three upright cuts at head and foot, six level ones at both edges.
        self::assertCount(2 * 3 + 2 * 6, $lines);
        self::assertSame([15.0, 105.0, 195.0], self::at($lines, upright: true));
        self::assertSame([23.5, 73.5, 123.5, 173.5, 223.5, 273.5], self::at($lines, upright: false));
        $this->assertClear($plan, $lines);
    }

    public function testWithBleedTheyBeginBeyondIt(): void
    {
        $plan = self::plan(new PieceSize(80, 50, 3), [SheetMark::Trim], gap: 6);
        $lines = self::lines(self::drawn($plan));
        $this->assertClear($plan, $lines);
        $cut = $plan->arrangement->cut();
        $above = array_filter($lines, static fn (array $line): bool => max($line[1], $line[3]) < $cut->top);
        self::assertNotSame([], $above);
        foreach ($above as $line) {
            self::assertEqualsWithDelta($cut->top - 4, max($line[1], $line[3]), 1e-6, 'a millimetre beyond three of bleed');
        }
    }

    public function testMarksBetweenPiecesAreThereWhereThereIsRoom(): void
    {
        $plan = self::plan(new PieceSize(60, 40), [SheetMark::Trim], gap: 14);
        $lines = self::lines(self::drawn($plan));
        $this->assertClear($plan, $lines);
        $cut = $plan->arrangement->cut();
        self::assertNotSame([], array_filter(
            $lines,
            static fn (array $of): bool => $of[0] > $cut->left && $of[2] < $cut->right && $of[1] > $cut->top && $of[3] < $cut->bottom,
        ));
    }

    public function testAllMarksKeepOutOfPiecesAndOfTheMarginWhateverTheSheet(): void
    {
        mt_srand(33);
        for ($i = 0; $i < 60; ++$i) {
            $piece = new PieceSize(
                mt_rand(300, 900) / 10,
                mt_rand(200, 900) / 10,
                mt_rand(0, 1) * 3.0,
                2,
                [new Crease(true, 10, true), new Crease(false, 12, false)],
            );
            $plan = SheetPlan::of($piece, new SheetSettings(
                Paper::named(array_rand(['A4' => 1, 'A3' => 1, 'SRA3' => 1])),
                mt_rand(0, 8),
                mt_rand(0, 12),
                both: BothSides::cases()[mt_rand(0, 5)],
                marks: [SheetMark::Trim, SheetMark::Fold, SheetMark::Registration, SheetMark::Centre, SheetMark::Slug],
            ), Copies::once(30));
            foreach ([false, true] as $back) {
                $this->assertClear($plan, self::lines(self::drawn($plan, $back)), $back);
            }
        }
    }

    public function testCutLinesAreDrawnOnceWhereTheyAreShared(): void
    {
        $plan = self::plan(new PieceSize(90, 50), [SheetMark::Cut]);
        // 2 × 5: each of 6 level lines in 2 parts, each of 3 upright ones in 5.
        self::assertCount(6 * 2 + 3 * 5, self::lines(self::drawn($plan)));
    }

    public function testFoldsAndPerforationsAreMarkedAtBothEndsDashedAndDotted(): void
    {
        $piece = new PieceSize(90, 50, 0, 2, [new Crease(true, 25, true), new Crease(false, 20, false)]);
        $plan = self::plan($piece, [SheetMark::Fold], both: BothSides::Long);
        $lines = self::lines(self::drawn($plan));
        self::assertSame([40.0, 130.0], self::at($lines, upright: true), '25 mm from the left of both columns');
        self::assertSame([43.5, 93.5, 143.5, 193.5, 243.5], self::at($lines, upright: false));
        $dashes = array_map(static fn (LineItem $line): array => $line->paint->dashes, self::of(self::drawn($plan), LineItem::class));
        self::assertCount(2, array_unique(array_map(json_encode(...), $dashes)), 'torn is not folded');
        // From behind the perforation is on the right.
        self::assertSame([80.0, 170.0], self::at(self::lines(self::drawn($plan, true)), upright: true));
    }

    public function testRegistrationTargetsStandAtAllFourEdgesClearOfTrimMarks(): void
    {
        $plan = self::plan(new PieceSize(80, 40), [SheetMark::Trim, SheetMark::Registration]);
        $targets = self::of(self::drawn($plan), EllipseItem::class);
        self::assertCount(4, $targets);
        foreach ($targets as $target) {
            foreach (self::lines(self::drawn($plan)) as [$x1, $y1, $x2, $y2]) {
                // A line is either one of the cross in the middle of the target, or away from it.
                $away = hypot(($x1 + $x2) / 2 - $target->centreX / 100, ($y1 + $y2) / 2 - $target->centreY / 100);
                self::assertTrue($away < 0.01 || $away > 3, 'a trim mark in a target');
            }
        }
    }

    public function testTheSlugLineSaysRunSheetAndRows(): void
    {
        $plan = self::plan(new PieceSize(90, 50), [SheetMark::Slug], both: BothSides::Long, pages: 2);
        $words = array_map(static fn (TextItem $item): string => $item->text, self::of(self::drawn($plan, true), TextItem::class));
        self::assertSame('Claim tags · sheet 1 of 3, back · rows 1, 4 … 28', implode('', $words));
    }

    private static function drawn(SheetPlan $plan, bool $back = false): Drawing
    {
        $drawing = new SheetDrawing(new TextLayouter(Make::shaper()), $plan);
        $pieces = $plan->imposition->sheets[0];
        $face = $back ? $plan->faces->back(0, $pieces) : $plan->faces->front(0, $pieces);
        $rows = new SheetRows(static fn (int $piece): int => $piece + 1);

        return $drawing->draw($face, English::say($rows->slug($face, $plan, 'Claim tags')));
    }

    /** @param list<SheetMark> $marks */
    private static function plan(
        PieceSize $piece,
        array $marks,
        float $gap = 0,
        BothSides $both = BothSides::None,
        int $pages = 1,
    ): SheetPlan {
        $piece = new PieceSize($piece->width, $piece->height, $piece->bleed, max($pages, $piece->pages), $piece->creases);

        return SheetPlan::of(
            $piece,
            new SheetSettings(Paper::named('A4'), 5, $gap, lay: 'upright', both: $both, marks: $marks),
            Copies::once(30),
        );
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $kind
     *
     * @return list<T>
     */
    private static function of(Drawing $drawing, string $kind): array
    {
        $found = [];
        foreach ($drawing->groups as $group) {
            foreach ($group->items as $item) {
                if ($item instanceof $kind) {
                    $found[] = $item;
                }
            }
        }

        return $found;
    }

    /** @return list<array{float, float, float, float}> in millimetres */
    private static function lines(Drawing $drawing): array
    {
        return array_map(
            static fn (LineItem $line): array => [$line->x1 / 100, $line->y1 / 100, $line->x2 / 100, $line->y2 / 100],
            self::of($drawing, LineItem::class),
        );
    }

    /**
     * @param list<array{float, float, float, float}> $lines
     *
     * @return list<float>
     */
    private static function at(array $lines, bool $upright): array
    {
        $at = [];
        foreach ($lines as [$x1, $y1, $x2, $y2]) {
            if ($upright === (abs($x1 - $x2) < 0.001)) {
                $at[] = round($upright ? $x1 : $y1, 3);
            }
        }
        sort($at);

        return array_values(array_unique($at));
    }

    /** @param list<array{float, float, float, float}> $lines */
    private function assertClear(SheetPlan $plan, array $lines, bool $back = false): void
    {
        self::assertNotSame([], $lines);
        $pieces = $plan->imposition->sheets[0];
        $page = $back ? $plan->faces->back(0, $pieces) : $plan->faces->front(0, $pieces);
        $margin = $plan->said->margin - 0.01;
        [$width, $height] = [$plan->said->paper->width - $margin, $plan->said->paper->height - $margin];
        foreach ($lines as $line) {
            [$left, $right] = [min($line[0], $line[2]), max($line[0], $line[2])];
            [$top, $bottom] = [min($line[1], $line[3]), max($line[1], $line[3])];
            self::assertTrue($left >= $margin && $top >= $margin && $right <= $width && $bottom <= $height, 'a mark in the margin');
            foreach ($page->spots as $spot) {
                $of = $spot->place->printed()->grown(-0.15);
                $beside = $left >= $of->right || $of->left >= $right || $top >= $of->bottom || $of->top >= $bottom;
                self::assertTrue($beside, 'a mark in a piece');
            }
        }
    }
}
