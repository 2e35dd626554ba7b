<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableUpdate;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** A newer file of the same table. */
final class TableUpdateTest extends TestCase
{
    private const HERE = ['Tag|Item|Owner', '001|Kettle|Ng', '1|Clock|Oar', '007|Boot|Pip', '12|Lamp|Jo'];

    public function testTheSameFileChangesNothingInWhateverCaseItsHeadingsAre(): void
    {
        self::assertTrue(self::update(['TAG| item |Owner', ...\array_slice(self::HERE, 1)])->changesNothing());
    }

    public function testOnceTakenOverItChangesNothingMore(): void
    {
        $file = ['Owner|Tag|Town', 'Ada|12|NW', 'Pip|007|', 'New|99|SL', 'Ng|001|ST'];
        $update = self::update($file);
        self::assertSame(
            [1, 1, 2],
            [\count($update->added), \count($update->removed), $update->moved],
            '12 and 007 stand in another order now',
        );
        $table = $update->table(true);
        self::assertSame(
            ['12|Lamp|Ada|NW', '007|Boot|Pip|', '99||New|SL', '001|Kettle|Ng|ST'],
            array_map(static fn (Row $row): string => implode('|', $row->cells), $table->rows),
            'a column the file has not stays as it was',
        );
        self::assertTrue(TableUpdate::compare($table, self::table($file), 'tag')->changesNothing());
    }

    public function testZerosBeforeANumberMakeItAnother(): void
    {
        self::assertSame(
            [1],
            array_map(
                static fn (Row $row): int => $row->id,
                self::update(['Tag|Item|Owner', '1|Clock|Oar', '007|Boot|Pip', '12|Lamp|Jo'])->removed,
            ),
            '001 is gone, 1 is not',
        );
    }

    public function testAllButTheLongestRunThatKeptItsOrderHaveMoved(): void
    {
        self::assertSame(3, self::update(['Tag|Item|Owner', ...array_reverse(\array_slice(self::HERE, 1))])->moved);
        self::assertSame(
            1,
            self::update(['Tag|Item|Owner', self::HERE[4], ...\array_slice(self::HERE, 1, 3)])->moved,
            'the last came to the top',
        );
    }

    /** @param list<string> $file */
    #[TestWith([['Item|Owner', 'Kettle|Ng'], 'The file has no column “Tag”.'])]
    #[TestWith([['Tag|Item', '7|Kettle', '7|Lamp'], '“Tag” has the same value in several rows'])]
    public function testAKeyThatDoesNotTellRowsApartIsRefused(array $file, string $words): void
    {
        English::refuses($words, static fn (): mixed => self::update($file));
    }

    /** @param list<string> $file */
    private static function update(array $file): TableUpdate
    {
        return TableUpdate::compare(Table::of(self::table(self::HERE)), self::table($file), 'tag');
    }

    /** @param list<string> $lines */
    private static function table(array $lines): FileTable
    {
        return (new TableBuilder())->build(array_map(static fn (string $line): array => explode('|', $line), $lines));
    }
}
