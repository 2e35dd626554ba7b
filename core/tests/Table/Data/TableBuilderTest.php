<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\RowSelection;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class TableBuilderTest extends TestCase
{
    public function testHeadingsBecomeKeysAndCellsStayAsTheyAre(): void
    {
        $table = $this->build([['Full name', 'Hours', '2nd craft'], [" Ottilie \"Tilly\"\nAnning ", '007', '=1+1']]);
        self::assertSame(['full_name', 'hours', 'c_2nd_craft'], array_column($table->columns, 'key'));
        self::assertSame([" Ottilie \"Tilly\"\nAnning ", '007', '=1+1'], $table->cells[0]);
        self::assertSame([], $table->notices);
    }

    public function testWhatIsEmptyAtTheRightAndAtTheEndIsDropped(): void
    {
        $table = $this->build([['Name', 'Hours', '', ''], ['Ng', '3', '', ' '], ['', '', '', ''], ['Bo', ''], ['', ''], []]);
        self::assertSame(['name', 'hours'], array_column($table->columns, 'key'));
        self::assertSame([['Ng', '3'], ['Bo', '']], $table->cells);
        self::assertSame(['1 empty row was left out.'], English::all($table->notices));
    }

    public function testAColumnWithoutHeadingGetsANameAndANotice(): void
    {
        $table = $this->build([['Name', '', 'Craft'], ['Ng', 'x', 'lamps', 'more']]);
        self::assertSame(
            ['Name', 'Column B', 'Craft', 'Column D'],
            array_map(static fn (Column $c): string => $c->heading, $table->columns),
        );
        self::assertSame(['name', 'column_b', 'craft', 'column_d'], array_column($table->columns, 'key'));
        self::assertCount(2, $table->notices);
        self::assertStringContainsString('Column B has no heading', English::say($table->notices[0]));
    }

    public function testDoubledHeadingsAreToldApart(): void
    {
        $table = $this->build([['Name', 'name', 'Name', 'Na-me'], ['a', 'b', 'c', 'd']]);
        self::assertSame(
            ['Name', 'name 2', 'Name 3', 'Na-me'],
            array_map(static fn (Column $c): string => $c->heading, $table->columns),
        );
        self::assertCount(4, array_unique(array_column($table->columns, 'key')));
        self::assertCount(2, $table->notices);
    }

    public function testHeadingsOfAnyScriptGetReadableKeys(): void
    {
        self::assertSame(
            ['onoma', 'ima', 'hao', 'column_d'],
            array_column($this->build([['Όνομα', 'Имя', '好', '🔧'], ['a', 'b', 'c', 'd']])->columns, 'key'),
        );
    }

    public function testLettersCountOnAsInASpreadsheet(): void
    {
        self::assertSame(['A', 'Z', 'AA', 'AZ', 'BA'], array_map(Column::letterAt(...), [0, 25, 26, 51, 52]));
    }

    public function testTooManyRowsNoRowsAndNothingAtAllAreRefused(): void
    {
        $endless = (static function () {
            yield ['Name'];
            for ($i = 0; ; ++$i) {
                yield ["Volunteer $i"];
            }
        })();
        $this->assertRefused('more than 20,000 rows', $endless);
        $this->assertRefused('no rows', [['Name', 'Hours']]);
        $this->assertRefused('empty', [['', ''], ['']]);
        $this->assertRefused('201 columns', [array_fill(0, 201, 'x'), ['a']]);
        $this->assertRefused('Line 2, column B', [['a', 'b'], ['x', "\xFF\xFE\xFA"]]);
    }

    public function testTwentyThousandRowsAreFine(): void
    {
        self::assertSame(Table::MAX_ROWS, $this->build([['Name'], ...array_fill(0, Table::MAX_ROWS, ['Ng'])])->count());
    }

    /** @param list<int> $rows */
    #[TestWith(['', [1, 2, 3, 4, 5, 6]])]
    #[TestWith(['2', [2]])]
    #[TestWith(['1-3,5', [1, 2, 3, 5]])]
    #[TestWith([' 5 , 1–2, 2 ', [1, 2, 5]])]
    #[TestWith(['4-', [4, 5, 6]])]
    public function testRowsArePickedAsPeopleWriteThem(string $written, array $rows): void
    {
        self::assertSame($rows, RowSelection::parse($written, 6)->numbers(6));
    }

    #[TestWith(['7', 'outside'])]
    #[TestWith(['0-2', 'outside'])]
    #[TestWith(['3-1', 'outside'])]
    #[TestWith(['one', 'is not a row'])]
    #[TestWith(['1,,2', 'is not a row'])]
    public function testRowsThatAreNotThereAreRefused(string $written, string $message): void
    {
        English::refuses($message, static fn (): mixed => RowSelection::parse($written, 6));
    }

    /** @param list<list<string>> $lines */
    private function build(array $lines): FileTable
    {
        return (new TableBuilder())->build($lines);
    }

    /** @param iterable<list<string>> $lines */
    private function assertRefused(string $words, iterable $lines): void
    {
        try {
            (new TableBuilder())->build($lines);
            self::fail("Not refused: $words");
        } catch (TableException $e) {
            self::assertStringContainsString($words, English::say($e));
        }
    }
}
