<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\PrintSheets;

use Morphea\Core\Output\PrintSheets\Arrangement;
use Morphea\Core\Output\PrintSheets\Arranger;
use Morphea\Core\Output\PrintSheets\Copies;
use Morphea\Core\Output\PrintSheets\LabelSheet;
use Morphea\Core\Output\PrintSheets\Paper;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\Room;
use Morphea\Core\Output\PrintSheets\SheetMark;
use Morphea\Core\Output\PrintSheets\SheetPlan;
use Morphea\Core\Output\PrintSheets\SheetSettings;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** How many pieces fit on a paper, and where they lie. */
final class YieldTest extends TestCase
{
    /** @return iterable<string, array{Paper, PieceSize, float, float, array<string, string>}> */
    public static function papers(): iterable
    {
        $a4 = Paper::named('A4');
        yield 'tags of 90 × 50 on A4, cuts shared' => [
            $a4, new PieceSize(90, 50), 5, 0, ['turned' => '12 up, 4 × 3, rotated', 'upright' => '10 up, 2 × 5'],
        ];
        yield 'most fit if some are rotated' => [
            $a4, new PieceSize(55, 85), 5, 0,
            ['mixed' => '11 up, 2 × 3 and 1 × 5 rotated', 'turned' => '10 up, 2 × 5, rotated', 'upright' => '9 up, 3 × 3'],
        ];
        yield 'with a gap, fewer' => [
            $a4, new PieceSize(90, 50), 5, 10, ['mixed' => '9 up, 2 × 3 and 3 × 1 rotated', 'upright' => '8 up, 2 × 4'],
        ];
        yield 'with bleed at the outer edges' => [
            $a4, new PieceSize(100, 50, 3), 5, 0,
            ['mixed' => '7 up, 1 × 1 and 3 × 2 rotated', 'turned' => '6 up, 3 × 2, rotated'],
        ];
        yield 'some beside the others' => [
            new Paper('own', 110, 100), new PieceSize(50, 30), 0, 0, ['mixed' => '7 up, 1 × 3 and 2 × 2 rotated'],
        ];
        yield 'one, exactly as large as the paper' => [
            new Paper('own', 90, 50), new PieceSize(90, 50), 0, 0, ['upright' => '1 up, 1 × 1'],
        ];
        yield 'none' => [Paper::named('A5'), new PieceSize(210, 148), 5, 0, []];
    }

    /** @param array<string, string> $expected by id, those with more first */
    #[DataProvider('papers')]
    public function testAllWaysAreFoundThoseWithMostFirst(Paper $paper, PieceSize $piece, float $margin, float $gap, array $expected): void
    {
        $all = (new Arranger($piece, new Room($paper, $margin, $gap)))->all();
        $found = array_combine(
            array_map(static fn (Arrangement $one): string => $one->id, $all),
            array_map(static fn (Arrangement $one): string => English::say($one->says()), $all),
        );
        self::assertSame($expected, \array_slice($found, 0, \count($expected), true));
        if ([] === $expected) {
            self::assertSame([], $found);
        }
    }

    public function testWhateverIsLaidLiesWithinTheMarginsAndNothingOnAnything(): void
    {
        mt_srand(14);
        $looked = 0;
        for ($i = 0; $i < 80; ++$i) {
            $piece = new PieceSize(mt_rand(150, 1200) / 10, mt_rand(150, 1200) / 10, mt_rand(0, 1) * 3.0);
            $paper = Paper::named(array_rand(Paper::SIZES), 1 === mt_rand(0, 1));
            $room = new Room($paper, mt_rand(0, 12), mt_rand(0, 8), mt_rand(0, 1) * 6.0);
            foreach ((new Arranger($piece, $room))->all() as $arrangement) {
                ++$looked;
                $edge = $room->margin + $room->marks;
                $printed = $arrangement->printed();
                $says = English::say($arrangement->says());
                self::assertGreaterThan($edge - 0.1, $printed->left, $says);
                self::assertGreaterThan($edge - 0.1, $printed->top, $says);
                self::assertLessThan($room->paper->width - $edge + 0.1, $printed->right, $says);
                self::assertLessThan($room->paper->height - $edge + 0.1, $printed->bottom, $says);
                $this->assertApart($arrangement, $room->gap);
            }
        }
        self::assertGreaterThan(100, $looked);
    }

    private function assertApart(Arrangement $arrangement, float $gap): void
    {
        $says = English::say($arrangement->says());
        foreach ($arrangement->places as $i => $one) {
            foreach (\array_slice($arrangement->places, $i + 1) as $other) {
                self::assertFalse($one->cut->grown($gap / 2 - 0.06)->meets($other->cut->grown($gap / 2)), $says);
                self::assertFalse($one->printed()->grown(-0.01)->meets($other->printed()), 'bleed over bleed: ' . $says);
            }
        }
    }

    public function testBleedIsCutFairlyBetweenNeighbours(): void
    {
        [$first, $second] = self::twoBeside(gap: 4)->places;
        self::assertEqualsWithDelta(3, $first->cut->left - $first->printed()->left, 1e-9, 'all of it at the outer edge');
        self::assertEqualsWithDelta(2, $first->printed()->right - $first->cut->right, 1e-9, 'half of what lies between');
        self::assertEqualsWithDelta($first->printed()->right, $second->printed()->left, 1e-9);
        [$first, $second] = self::twoBeside(gap: 0)->places;
        self::assertEqualsWithDelta($first->cut->right, $first->printed()->right, 1e-9, 'none at a shared cut');
        [$first] = self::twoBeside(gap: 8)->places;
        self::assertEqualsWithDelta(3, $first->printed()->right - $first->cut->right, 1e-9, 'all of it where there is room');
    }

    private static function twoBeside(float $gap): Arrangement
    {
        return (new Arranger(new PieceSize(80, 280, 3), new Room(Paper::named('A4'), 0, $gap)))->all()[0];
    }

    public function testPiecesLieInTheMiddleOfThePaper(): void
    {
        foreach ((new Arranger(new PieceSize(90, 50), new Room(Paper::named('A4'), 5, 2)))->all() as $arrangement) {
            $cut = $arrangement->cut();
            self::assertEqualsWithDelta(210, $cut->left + $cut->right, 1e-6);
            self::assertEqualsWithDelta(297, $cut->top + $cut->bottom, 1e-6);
        }
    }

    public function testWhatDoesNotFitSaysWhatWould(): void
    {
        English::refuses(
            'A piece of 210 × 148 mm does not fit on A5 (148 × 210 mm) minus its margin: 138 × 200 mm are left. ' .
                'It fits on A4 (1 up), A3 (2 up), SRA3 (4 up) and Letter (1 up).',
            fn (): mixed => $this->plan(new PieceSize(210, 148), new SheetSettings(Paper::named('A5'), marks: [])),
        );
    }

    public function testAMarginThatLeavesNothingSaysSo(): void
    {
        English::refuses(
            'A4 (210 × 297 mm) minus its margin: no room is left.',
            fn (): mixed => $this->plan(new PieceSize(90, 50), new SheetSettings(Paper::named('A4'), margin: 105, marks: [])),
        );
    }

    public function testMarksAndGapsThatCostPiecesAreSaid(): void
    {
        $plan = $this->plan(new PieceSize(95, 56), new SheetSettings(Paper::named('A4'), gap: 2, marks: [SheetMark::Trim]));
        self::assertSame(['marks' => 9], array_intersect_key($plan->otherwise(), ['marks' => 1]));
        self::assertLessThan(9, $plan->arrangement->up());
    }

    public function testAnArrangementIsAskedForByItsId(): void
    {
        $plan = $this->plan(new PieceSize(90, 50), new SheetSettings(Paper::named('A4'), lay: 'turned', marks: []));
        self::assertSame('12 up, 4 × 3, rotated', English::say($plan->arrangement->says()));
        self::assertSame(90, $plan->arrangement->places[0]->turn);
        $gone = $this->plan(new PieceSize(90, 50), new SheetSettings(Paper::named('A4'), lay: 'mixed', marks: []));
        self::assertSame('turned', $gone->arrangement->id, 'what is not there any more gives way to the best');
    }

    public function testLabelsLieWhereTheirMeasuresSay(): void
    {
        $labels = LabelSheet::common()['63.5 × 38.1, 21 a sheet'];
        $places = $labels->arrangement(new PieceSize(60, 30))->places;
        self::assertCount(21, $places);
        self::assertEqualsWithDelta(7.25 + 1.75, $places[0]->cut->left, 1e-9, 'in the middle of the label');
        self::assertEqualsWithDelta(15.15 + 4.05, $places[0]->cut->top, 1e-9);
        self::assertEqualsWithDelta(66, $places[1]->cut->left - $places[0]->cut->left, 1e-9);
        self::assertSame(90, $labels->arrangement(new PieceSize(38, 63))->places[0]->turn, 'turned where it fits only so');
        English::refuses(
            'A piece is 90 × 50 mm and a label is 63.5 × 38.1 mm. Choose larger labels, or set the design to their size.',
            static fn (): mixed => $labels->arrangement(new PieceSize(90, 50)),
        );
    }

    public function testLabelsThatDoNotWorkOutSayWhy(): void
    {
        English::refuses(
            '4 columns need 268.8 mm, but the paper is 210 mm wide.',
            static fn (): mixed => LabelSheet::of(['columns' => 4] + LabelSheet::common()['63.5 × 38.1, 21 a sheet']->toArray()),
        );
    }

    public function testEverySheetOfCommonLabelsCanBeKeptAndReadAgain(): void
    {
        foreach (LabelSheet::common() as $labels) {
            self::assertEquals($labels, LabelSheet::of($labels->toArray()));
        }
    }

    public function testTheUsualPaperIsTheSmallestOnWhichThePieceFits(): void
    {
        $paper = static fn (float $width, float $height, string $locale = 'en_GB'): string => English::say(
            SheetSettings::usual(new PieceSize($width, $height), $locale)->paper->says(),
        );
        self::assertSame('A4 (210 × 297 mm)', $paper(90, 50));
        self::assertSame('Letter (215.9 × 279.4 mm)', $paper(90, 50, 'en_US'));
        self::assertSame('A3 (297 × 420 mm)', $paper(297, 210));
        self::assertSame('403 × 480 mm', $paper(381, 457.2), 'its own, where none is large enough');
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield 'a gap below zero' => [['gap' => '-1'], 'The gap is “-1”. Enter 0 to 100 mm.'];
        yield 'a margin that is no number' => [['margin' => 'wide'], 'The printer margin is “wide”. Enter 0 to 100 mm.'];
        yield 'no end' => [['gap' => '1e999'], 'The gap is “1e999”. Enter 0 to 100 mm.'];
        yield 'paper without a size' => [['paper' => 'own', 'width' => '0', 'height' => '100'], 'The paper width is “0”'];
        yield 'paper nobody knows' => [['paper' => 'B99'], '“B99” is not a known paper'];
        yield 'no copies' => [['copies' => '0'], 'The number of copies is “0”. Enter a whole number from 1 to 10,000.'];
        yield 'a stack of no sheets' => [['depth' => '0'], 'The number of sheets per stack is “0”'];
        yield 'labels without measures' => [['labels' => ['columns' => '2']], 'Rows is not a number. Enter it in millimetres.'];
    }

    /** @param array<string, mixed> $said */
    #[DataProvider('wrong')]
    public function testWhatCannotBeIsSaidInWords(array $said, string $words): void
    {
        English::refuses($words, static fn (): mixed => SheetSettings::of($said, new SheetSettings(Paper::named('A4'))));
    }

    public function testWhatIsSaidIsKeptAndReadAgain(): void
    {
        $said = SheetSettings::of([
            'paper' => 'own', 'width' => '320,5', 'height' => 450, 'gap' => '2,5', 'order' => 'columns', 'depth' => '100',
            'last' => 'balanced', 'both' => 'work-and-turn', 'right' => '-0.4', 'marks' => ['trim', 'slug', 'nonsense'], 'die' => 'layer',
            'labels' => null, 'used' => '3,5,x',
        ], new SheetSettings(Paper::named('A4')));
        self::assertSame([320.5, 2.5, 100, [3, 5]], [$said->paper->width, $said->gap, $said->depth, $said->used]);
        self::assertEquals($said, SheetSettings::of($said->toArray(), new SheetSettings(Paper::named('A3'))));
        $labels = $said->with(['labels' => LabelSheet::common()['105 × 74, 8 a sheet'], 'paper' => Paper::named('A4')]);
        self::assertEquals($labels, SheetSettings::of($labels->toArray(), new SheetSettings(Paper::named('A3'))));
    }

    private function plan(PieceSize $piece, SheetSettings $said): SheetPlan
    {
        return SheetPlan::of($piece, $said, Copies::once(20));
    }
}
