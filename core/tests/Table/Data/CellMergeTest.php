<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\Edit\CellConflict;
use Morphea\Core\Table\Data\Edit\CellMerge;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\TestCase;

/** Two people at one table. */
final class CellMergeTest extends TestCase
{
    public function testCellsThatStandAsTheyWereSeenGoIn(): void
    {
        $merge = CellMerge::of(
            self::sheet(),
            [1 => ['craft' => 'lamps'], 2 => ['name' => 'Oarsman']],
            [1 => ['craft' => 'clocks'], 2 => ['name' => 'Oar']],
        );
        self::assertSame([[1 => ['craft' => 'lamps'], 2 => ['name' => 'Oarsman']], []], [$merge->cells, $merge->refused]);
    }

    public function testACellThatIsSomethingElseByNowIsRefusedWithWhatItIsAndTheOthersGoIn(): void
    {
        $merge = CellMerge::of(
            self::sheet(),
            [1 => ['craft' => 'lamps', 'name' => 'Nga']],
            [1 => ['craft' => 'boots', 'name' => 'Ng']],
        );
        self::assertSame([1 => ['name' => 'Nga']], $merge->cells);
        self::assertSame(['Row 1, Craft is now “clocks”; your “lamps” was not saved.'], self::words($merge));
        self::assertSame(['clocks', 'lamps'], [$merge->refused[0]->now, $merge->refused[0]->yours]);
    }

    public function testWhatSomebodyElseAlreadyWroteThereIsNoConflict(): void
    {
        self::assertSame([], CellMerge::of(self::sheet(), [1 => ['craft' => 'clocks']], [1 => ['craft' => 'boots']])->refused);
    }

    public function testSevenIsNotDoubleOhSeven(): void
    {
        self::assertSame(
            ['Row 2, Craft is now “007”; your “8” was not saved.'],
            self::words(CellMerge::of(self::sheet(), [2 => ['craft' => '8']], [2 => ['craft' => '7']])),
        );
    }

    public function testRowsAndColumnsThatAreGoneAreTold(): void
    {
        $merge = CellMerge::of(
            self::sheet(),
            [9 => ['craft' => 'x'], 1 => ['town' => 'y']],
            [9 => ['craft' => 'a'], 1 => ['town' => 'b']],
        );
        self::assertSame([], $merge->cells);
        self::assertSame(
            [
                'The row you set to “x” no longer exists.',
                'The column you set to “y” in row 1 no longer exists.',
            ],
            self::words($merge),
        );
    }

    /** @return list<string> */
    private static function words(CellMerge $merge): array
    {
        return array_map(static fn (CellConflict $one): string => English::say($one->says()), $merge->refused);
    }

    private static function sheet(): Table
    {
        return Table::of((new TableBuilder())->build([['Name', 'Craft'], ['Ng', 'clocks'], ['Oar', '007']]));
    }
}
