<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\PrintSheets;

use Morphea\Core\Output\PrintSheets\Copies;
use Morphea\Core\Output\PrintSheets\Imposition;
use Morphea\Core\Output\PrintSheets\LastSheet;
use Morphea\Core\Output\PrintSheets\SheetOrder;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\TestCase;

/** Which piece lies where, so that what was cut and stacked is in order. */
final class OrderTest extends TestCase
{
    public function testRowByRow(): void
    {
        self::assertSame([[0, 1, 2, 3], [4, 5, 6, 7], [8]], Imposition::of(9, 4, SheetOrder::Rows)->sheets);
    }

    public function testColumnByColumn(): void
    {
        // Two columns, two rows: places 0 and 2 stand under each other.
        $laid = Imposition::of(5, 4, SheetOrder::Columns, down: [0, 2, 1, 3]);
        self::assertSame([[0 => 0, 2 => 1, 1 => 2, 3 => 3], [0 => 4]], $laid->sheets);
    }

    public function testCutAndStackPutsTheNextPieceUnderTheOneBefore(): void
    {
        $laid = Imposition::of(12, 4, SheetOrder::CutAndStack);
        self::assertSame([[0, 3, 6, 9], [1, 4, 7, 10], [2, 5, 8, 11]], $laid->sheets);
        self::assertSame(
            [[0, 2], [3, 5], [6, 8], [9, 11]],
            array_map(static fn (array $pile): array => [$pile['first'], $pile['last']], $laid->stacks()),
        );
    }

    public function testWhatIsLeftOverStaysEmptyAtTheEndIsSpreadOrIsFilled(): void
    {
        self::assertSame([[0, 3, 6, 9], [1, 4, 7], [2, 5, 8]], Imposition::of(10, 4, SheetOrder::CutAndStack)->sheets);
        $even = Imposition::of(10, 4, SheetOrder::CutAndStack, LastSheet::Balanced);
        self::assertSame([[0, 3, 6, 8], [1, 4, 7, 9], [2, 5]], $even->sheets);
        $filled = Imposition::of(10, 4, SheetOrder::CutAndStack, LastSheet::Filled);
        self::assertSame([[0, 3, 6, 9], [1, 4, 7, 0], [2, 5, 8, 1]], $filled->sheets);
        self::assertSame([[], [3 => true], [3 => true]], $filled->again);
        self::assertSame([[0, 1, 2, 3], [4, 5, 6], [7, 8, 9]], Imposition::of(10, 4, SheetOrder::Rows, LastSheet::Balanced)->sheets);
        self::assertSame([[0, 1, 0, 1]], Imposition::of(2, 4, SheetOrder::Rows, LastSheet::Filled)->sheets);
    }

    public function testAStackCanBeBoundedForTheCutter(): void
    {
        $laid = Imposition::of(20, 2, SheetOrder::CutAndStack, depth: 4);
        self::assertSame([4, 4, 2], $laid->depths);
        self::assertSame([[0, 4], [1, 5], [2, 6], [3, 7], [8, 12], [9, 13], [10, 14], [11, 15], [16, 18], [17, 19]], $laid->sheets);
        self::assertSame([4, 3, 3], Imposition::of(20, 2, SheetOrder::CutAndStack, LastSheet::Balanced, depth: 4)->depths);
    }

    public function testLabelsThatAreGoneAreLeftOut(): void
    {
        self::assertSame(
            [[2 => 0, 3 => 1], [0 => 2, 1 => 3, 2 => 4]],
            Imposition::of(5, 4, SheetOrder::Rows, used: [0, 1, 1, 99])->sheets,
        );
        $none = Imposition::of(2, 1, SheetOrder::Rows, used: [0]);
        self::assertSame([[0 => 0], [0 => 1]], $none->sheets, 'a sheet without a label left is none');
        self::assertCount(2, Imposition::of(4, 4, SheetOrder::Rows, used: [0])->sheets);
    }

    public function testNothingAndTooMuchAreSaid(): void
    {
        $all = [0 => 'There are no pieces to print.', 100_000 => 'would be 100,000 pieces, and 50,000 is the maximum'];
        foreach ($all as $pieces => $words) {
            English::refuses($words, static fn (): Imposition => Imposition::of($pieces, 10, SheetOrder::Rows));
        }
    }

    /** Printed, cut and stacked: whatever the counts, the pieces come out in order, and none is missing or there twice. */
    public function testCutAndStackedTheNumbersComeOutInOrder(): void
    {
        mt_srand(280);
        for ($i = 0; $i < 400; ++$i) {
            [$pieces, $up] = [mt_rand(1, 400), mt_rand(1, 24)];
            $depth = 0 === mt_rand(0, 1) ? null : mt_rand(1, 30);
            $last = LastSheet::cases()[mt_rand(0, 2)];
            $used = mt_rand(0, 2) > 0 ? [] : array_map(static fn (): int => mt_rand(0, $up - 1), range(0, mt_rand(0, 5)));
            $laid = Imposition::of($pieces, $up, SheetOrder::CutAndStack, $last, depth: $depth, used: $used);
            $says = "$pieces pieces, $up up, depth " . ($depth ?? 'any') . ", $last->value, used " . implode(',', $used);
            self::assertSame(range(0, $pieces - 1), self::cutAndStacked($laid), $says);
            if (null !== $depth) {
                self::assertSame([], array_filter($laid->depths, static fn (int $one): bool => $one > $depth), $says);
            }
            self::assertSame(\count($laid->sheets), array_sum($laid->depths), $says);
            if (LastSheet::Balanced === $last && null === $depth && [] === $used) {
                $heights = array_unique(array_column($laid->stacks(), 'count'));
                self::assertContains([] === $heights ? 0 : max($heights) - min($heights), [0, 1], $says);
            }
        }
    }

    /** @return list<int> what lies there in the end, from the top, without what only fills */
    private static function cutAndStacked(Imposition $laid): array
    {
        $all = [];
        $sheet = 0;
        foreach ($laid->depths as $depth) {
            $piles = array_fill(0, $laid->up, []);
            for ($end = $sheet + $depth; $sheet < $end; ++$sheet) {
                foreach ($laid->sheets[$sheet] as $place => $piece) {
                    if (!isset($laid->again[$sheet][$place])) {
                        $piles[$place][] = $piece;
                    }
                }
            }
            array_push($all, ...array_merge(...$piles));
        }

        return $all;
    }

    /** Every other order, too, lays every piece once. */
    public function testEveryOrderLaysEveryPieceOnce(): void
    {
        mt_srand(7);
        for ($i = 0; $i < 200; ++$i) {
            [$pieces, $up] = [mt_rand(1, 200), mt_rand(1, 12)];
            foreach (SheetOrder::cases() as $order) {
                $laid = Imposition::of($pieces, $up, $order, LastSheet::cases()[mt_rand(0, 2)]);
                $found = [];
                foreach ($laid->sheets as $sheet => $places) {
                    $found = [...$found, ...array_values(array_diff_key($places, $laid->again[$sheet]))];
                }
                sort($found);
                self::assertSame(range(0, $pieces - 1), $found, "$order->value: $pieces, $up up");
            }
        }
    }

    public function testCopiesAreCountedOrSaidByCells(): void
    {
        [$copies, $odd] = Copies::by(['2', '0', 'many', ' 3 ', '99999999']);
        self::assertSame(7, $copies->count());
        self::assertSame([0, 0, 2, 3, 3, 3, 4], array_map($copies->piece(...), range(0, 6)));
        self::assertSame([2, 4], $odd, 'what is no number comes once, and is said');
        self::assertSame(3, Copies::once(3)->count());
        self::assertSame(0, (new Copies([]))->count());
    }
}
