<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Edit\AddColumn;
use Morphea\Core\Table\Data\Edit\AddRows;
use Morphea\Core\Table\Data\Edit\ColumnEdit;
use Morphea\Core\Table\Data\Edit\RowsEdit;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Edit\TableEdit;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableDiff;
use Morphea\Core\Table\Data\TableSense;
use Morphea\Core\Table\Data\TableUpdate;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class TableTest extends TestCase
{
    public function testCellsAreSetAndRowsAddedByPasting(): void
    {
        $table = (new SetCells([2 => ['craft' => 'lamps']], [['name' => 'Pip', 'craft' => 'boots']]))->apply(self::sheet());
        self::assertSame([['Ng', 'clocks'], ['Ottilie', 'lamps'], ['Oar', 'sails'], ['Pip', 'boots']], self::cells($table));
        self::assertSame(4, $table->rows[3]->id, 'a new row has an id nobody had');
    }

    /** @param array{string, string} $pair */
    #[TestWith([['7', '007']])]
    #[TestWith([['1.0', '1']])]
    #[TestWith([['1e3', '1000']])]
    #[TestWith([['0', '']])]
    public function testCellsAreComparedAsTheTextTheyAre(array $pair): void
    {
        foreach ([$pair, array_reverse($pair)] as [$before, $after]) {
            $table = Table::of((new TableBuilder())->build([['Tag', 'Name'], [$before, 'x']]));
            $changed = (new SetCells([1 => ['tag' => $after]]))->apply($table);
            $diff = TableDiff::between($table, $changed);
            self::assertFalse($diff->isEmpty(), "$before to $after");
            self::assertSame($before, $diff->back($changed, 'en')->rows[0]->cells[0]);
        }
    }

    public function testRowsAreMovedSwitchedAcceptedAndRemovedAndKeepTheirIds(): void
    {
        $table = RowsEdit::move([3], 1)->apply(self::sheet());
        self::assertSame([3, 1, 2], self::ids($table));
        $table = RowsEdit::switch([1], true)->apply($table);
        self::assertTrue($table->rows[1]->off);
        $table = (new AddRows(3, [['name' => 'Drafted']], true))->apply($table);
        self::assertSame([3, 4, 1, 2], self::ids($table));
        self::assertTrue($table->rows[1]->draft);
        self::assertFalse(RowsEdit::accept([4])->apply($table)->rows[1]->draft);
        self::assertSame([4, 1, 2], self::ids(RowsEdit::remove([3])->apply($table)));
        self::assertTrue(RowsEdit::remove([3])->apply($table)->rows[1]->off);
    }

    public function testAColumnKeepsItsKeyWhenRenamedSoLinksFollow(): void
    {
        $table = ColumnEdit::rename('name', '  Full   name ')->apply(self::sheet());
        self::assertSame(['name', 'Full name'], [$table->columns[0]->key, $table->columns[0]->heading]);
        self::assertSame(
            'craft 2',
            ColumnEdit::rename('name', 'craft')->apply(self::sheet())->columns[0]->heading,
            'no two headings are alike',
        );
    }

    public function testColumnsAreAddedMovedAndRemovedWithTheirCells(): void
    {
        $table = (new AddColumn('Craft', 'name'))->apply(self::sheet());
        self::assertSame(
            ['name', 'craft_2', 'craft'],
            array_map(static fn (Column $column): string => $column->key, $table->columns),
        );
        self::assertSame(['Ng', '', 'clocks'], $table->rows[0]->cells);
        $table = ColumnEdit::move('craft', 0)->apply($table);
        self::assertSame(['clocks', 'Ng', ''], $table->rows[0]->cells);
        self::assertSame(['clocks', 'Ng'], ColumnEdit::remove('craft_2')->apply($table)->rows[0]->cells);
    }

    /** @param \Closure(Table): Table $edit */
    #[DataProvider('refused')]
    public function testWhatWouldNotHoldIsRefused(\Closure $edit, string $words): void
    {
        English::refuses($words, static fn (): mixed => $edit(
            (new AddColumn(
                'Loud',
                null,
                RecipeCodec::read(['recipe' => 'case', 'column' => 'name', 'way' => 'upper'], 'en'),
            ))->apply(self::sheet()),
        ));
    }

    /** @return iterable<array{\Closure(Table): Table, string}> */
    public static function refused(): iterable
    {
        yield [
            static fn (Table $table): Table => (new SetCells([1 => ['loud' => 'x']]))->apply($table),
            '“Loud” is a computed column.',
        ];
        yield [
            static fn (Table $table): Table => (new SetCells([1 => ['name' => str_repeat('x', 40_000)]]))->apply($table),
            'A cell can have up to 32,767 characters',
        ];
        yield [static fn (Table $table): Table => ColumnEdit::remove('name')->apply($table), '“Loud” is computed from “Name”.'];
        yield [
            static fn (Table $table): Table => ColumnEdit::recipe(
                'name',
                RecipeCodec::read(['recipe' => 'case', 'column' => 'loud'], 'en'),
            )->apply($table),
            'would be computed from each other',
        ];
        yield [static fn (Table $table): Table => RowsEdit::remove([99])->apply($table), 'no longer exist'];
        yield [static fn (Table $table): Table => ColumnEdit::rename('name', ' ')->apply($table), 'Enter a heading'];
    }

    /** @param list<TableEdit> $edits */
    #[DataProvider('edits')]
    public function testEveryChangeCanBeTakenBackAndDoneAgain(array $edits): void
    {
        $before = self::sheet();
        $after = array_reduce($edits, static fn (Table $table, TableEdit $edit): Table => $edit->apply($table), $before);
        $diff = TableDiff::decode(TableDiff::between($before, $after)->encode());
        $seen = static fn (Table $table): array => [$table->columns, $table->rows];
        self::assertEquals($seen($after), $seen($diff->forth($before, 'en_GB')));
        self::assertEquals($seen($before), $seen($diff->back($after, 'en_GB')));
        self::assertTrue(TableDiff::between($after, $after)->isEmpty());
    }

    /** @return iterable<string, array{list<TableEdit>}> */
    public static function edits(): iterable
    {
        yield 'cells' => [[new SetCells([1 => ['name' => 'Nguyễn "Ng"' . "\n"]])]];
        yield 'rows' => [
            [
                RowsEdit::move([3], 1),
                RowsEdit::switch([2], true),
                new AddRows(1, [['name' => 'x']], true),
                RowsEdit::remove([1]),
            ],
        ];
        yield 'columns' => [
            [
                new AddColumn(
                    'Loud',
                    'name',
                    RecipeCodec::read(['recipe' => 'case', 'column' => 'name', 'way' => 'upper'], 'en'),
                ),
                ColumnEdit::kind('craft', ColumnKind::Date, true),
                ColumnEdit::move('craft', 0),
                ColumnEdit::rename('name', 'Who'),
            ],
        ];
    }

    public function testASmallChangeOfALargeTableIsSmall(): void
    {
        $table = new Table(
            self::sheet()->columns,
            array_map(static fn (int $i): Row => new Row($i, ["Name $i", 'craft']), range(1, 20_000)),
        );
        self::assertLessThan(
            200,
            \strlen(TableDiff::between($table, (new SetCells([777 => ['name' => 'x']]))->apply($table))->encode()),
        );
    }

    public function testANewerFileIsComparedByItsKey(): void
    {
        $here = RowsEdit::switch([2], true)->apply(
            (new AddColumn(
                'Loud',
                null,
                RecipeCodec::read(['recipe' => 'case', 'column' => 'name', 'way' => 'upper'], 'en'),
            ))->apply(self::sheet()),
        );
        $file = self::table(
            ['craft', 'NAME', 'Town'],
            [['sails', 'Oar', 'Strand'], ['kettles', 'Ottilie', ''], ['boots', 'Pip', 'Slip']],
        );
        self::assertSame(
            ['name', 'craft'],
            array_map(static fn (Column $column): string => $column->key, TableUpdate::keys($here, $file)),
            'names match more rows than crafts',
        );
        $update = TableUpdate::compare($here, $file, 'name');
        self::assertSame([['craft' => 'boots', 'NAME' => 'Pip', 'Town' => 'Slip']], $update->added);
        self::assertSame(['old' => '', 'new' => 'Strand'], $update->changed[3]['town']);
        self::assertSame([3], array_keys($update->changed), 'Ottilie is as she was');
        self::assertSame([1], array_map(static fn (Row $row): int => $row->id, $update->removed));
        self::assertSame(1, $update->moved);
        self::assertSame([['Town'], []], [$update->newColumns, $update->goneColumns]);
        $table = $update->table(true);
        self::assertSame([3, 2, 4], self::ids($table));
        self::assertTrue($table->rows[1]->off, 'what belongs to a row stays with it');
        self::assertNotNull($table->column('loud')->recipe);
        self::assertSame(['Oar', 'sails', '', 'Strand'], $table->rows[0]->cells);
        self::assertSame([3, 2, 4, 1], self::ids($update->table(false)), 'or rows that the file has not stay');
    }

    public function testAnIdIsNeverGivenToTwoRows(): void
    {
        $table = RowsEdit::remove([3])->apply(self::sheet());
        $added = (new AddRows(null, [['name' => 'New']]))->apply($table);
        self::assertSame(
            [1, 2, 4],
            array_map(static fn (Row $row): int => $row->id, $added->rows),
            'what is kept for row 3 is not for the new one',
        );
        $undone = TableDiff::between($table, $added)->back($added, 'en');
        self::assertSame(5, (new AddRows(null, [[]]))->apply($undone)->rows[2]->id, 'nor after going back');
    }

    public function testRegistersAndAddressesAreOfferedBeforeWhatHappensToDiffer(): void
    {
        $lines = [
            ['Hours', 'Name', 'Issued', 'Tag', 'Code', 'Mail', 'No'],
            ['41', 'Ng', '2026-03-01', '001', 'TMG-7', 'ng@tidewick.example', '1'],
            ['7', 'Oar', '2026-03-02', '007', 'TMG-9', 'oar@tidewick.example', '2'],
        ];
        $keys = array_map(
            static fn (Column $column): string => $column->heading,
            TableUpdate::keys(Table::of((new TableBuilder())->build($lines)), (new TableBuilder())->build($lines)),
        );
        self::assertSame(['Tag', 'Code', 'Mail', 'No', 'Hours', 'Name', 'Issued'], $keys);
    }

    public function testAKeyThatDoesNotTellRowsApartIsRefused(): void
    {
        English::refuses(
            '“Craft” has the same value in several rows',
            static fn (): mixed => TableUpdate::compare(self::sheet(), self::table(['Name', 'Craft'], [['a', 'x'], ['b', 'x']]), 'craft'),
        );
    }

    public function testTitlesAboveAndTotalsBelowATableAreFound(): void
    {
        $lines = [
            ['Volunteers 2026', '', ''],
            ['', '', ''],
            ['as of March', '', ''],
            ['Name', 'Craft', 'Hours'],
            ['Ng', 'clocks', '4'],
            ['Oar', '', '3'],
            ['', '', ''],
            ['Total', '', '7'],
            ['', '', ''],
            ['printed on Friday', '', ''],
        ];
        $sense = TableSense::of($lines);
        self::assertSame([3, 4, 5, [7, 9]], [$sense->headings, $sense->first, $sense->last, $sense->totals]);
        $plain = TableSense::of([['Name'], ['Ng'], ['Oar']]);
        self::assertSame([0, 1, 2, []], [$plain->headings, $plain->first, $plain->last, $plain->totals]);
    }

    public function testMarksBeforeHeadingsAreCleaned(): void
    {
        $file = (new TableBuilder())->build([['@photo', "'Full name", ' @ back ', '@'], ['a', 'b', 'c', 'd']]);
        self::assertSame(
            ['photo', 'Full name', 'back', 'Column D'],
            array_map(static fn (Column $column): string => $column->heading, $file->columns),
        );
    }

    private static function sheet(): Table
    {
        return Table::of(self::table(['Name', 'Craft'], [['Ng', 'clocks'], ['Ottilie', 'kettles'], ['Oar', 'sails']]));
    }

    /**
     * @param list<string>       $headings
     * @param list<list<string>> $rows
     */
    private static function table(array $headings, array $rows): FileTable
    {
        return (new TableBuilder())->build([$headings, ...$rows]);
    }

    /** @return list<list<string>> */
    private static function cells(Table $table): array
    {
        return array_map(static fn (Row $row): array => $row->cells, $table->rows);
    }

    /** @return list<int> */
    private static function ids(Table $table): array
    {
        return array_map(static fn (Row $row): int => $row->id, $table->rows);
    }
}
