<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableFacts;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TableFactsTest extends TestCase
{
    public function testRowsAreWhoTheyWereOnceTheFileIsReadAgain(): void
    {
        $file = self::file();
        $table = new Table($file->columns, [new Row(7, ['Ng']), new Row(3, ['Oar'], off: true)], 9);
        self::assertEquals($table->rows, TableFacts::decode(TableFacts::encode($table), $file, 'en')->rows);
        self::assertSame(8, TableFacts::decode(TableFacts::encode($table), $file, 'en')->nextId());
    }

    public function testWithoutIdsTheyAreNumberedAsTheyStand(): void
    {
        $table = Table::of(self::file());
        self::assertStringNotContainsString('ids', TableFacts::encode($table));
        self::assertEquals($table->rows, TableFacts::decode(TableFacts::encode($table), self::file(), 'en')->rows);
    }

    #[DataProvider('bad')]
    public function testIdsThatTellNoRowsApartAreRefused(string $ids): void
    {
        English::refuses(
            'ids must be whole numbers from 1',
            static fn (): mixed => TableFacts::decode(
                '{"columns": [{"key": "name", "heading": "Name"}], "ids": ' . $ids . '}',
                self::file(),
                'en',
            ),
        );
    }

    /** @return iterable<array{string}> */
    public static function bad(): iterable
    {
        yield from [['[1]'], ['[1, 1]'], ['[0, 1]'], ['[1, "2"]'], ['[1, 2, 3]'], ['7'], ['[1, 99999999999]']];
    }

    private static function file(): FileTable
    {
        return (new TableBuilder())->build([['Name'], ['Ng'], ['Oar']]);
    }
}
