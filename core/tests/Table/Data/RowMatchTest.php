<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\TakeTable;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Who the rows are when a table comes in anew: by key, else by content, else by place. */
final class RowMatchTest extends TestCase
{
    /**
     * @param list<list<string>> $before
     * @param list<list<string>> $after
     * @param list<int>          $ids    of the rows afterwards; those here before are 1, 2, 3 …
     */
    #[DataProvider('tables')]
    public function testRowsStayThemselves(array $before, array $after, array $ids): void
    {
        $here = Table::of(self::file($before));
        $then = TakeTable::fresh(self::file($after), new Message('table.did.updated'))->apply($here);
        self::assertSame($ids, array_map(static fn (Row $row): int => $row->id, $then->rows));
        self::assertSame(
            \array_slice($after, 1),
            array_map(static fn (Row $row): array => $row->cells, $then->rows),
            'the cells are those of the file',
        );
    }

    /** @return iterable<string, array{list<list<string>>, list<list<string>>, list<int>}> */
    public static function tables(): iterable
    {
        $named = [['Name', 'Craft'], ['Ng', 'clocks'], ['Oar', 'boots'], ['Pip', 'lamps']];
        $keyed = [['Register', 'Name'], ['0001', 'Ng'], ['0002', 'Oar'], ['0003', 'Pip']];
        yield 'the same file again' => [$named, $named, [1, 2, 3]];
        yield 'by key, though all else changed and the order is another' => [
            $keyed,
            [['Name', 'Register'], ['Pippa', '0003'], ['Nguyen', '0001'], ['Quill', '0007']],
            [3, 1, 4],
        ];
        yield 'by key a row of the same content and another key is another row' => [
            $keyed,
            [['Register', 'Name'], ['0001', 'Ng'], ['0009', 'Oar'], ['0003', 'Pip']],
            [1, 4, 3],
        ];
        yield 'by content, in another order and with a column more' => [
            $named,
            [['Craft', 'Name', 'Town'], ['lamps', 'Pip', 'NW'], ['clocks', 'Ng', 'SE'], ['boots', 'Oar', 'SE']],
            [3, 1, 2],
        ];
        yield 'of equal rows the first is the first' => [
            [['Name', 'Craft'], ['Ng', 'clocks'], ['Ng', 'clocks'], ['Oar', 'boots']],
            [['Name', 'Craft'], ['Oar', 'boots'], ['Ng', 'clocks'], ['Ng', 'clocks'], ['Ng', 'clocks']],
            [3, 1, 2, 4],
        ];
        yield 'by place, where one cell was mended' => [
            $named,
            [['Name', 'Craft'], ['Ng', 'clocks'], ['Oare', 'boots'], ['Pip', 'lamps']],
            [1, 2, 3],
        ];
        yield 'by place between the same neighbours, with a row put in above' => [
            $named,
            [['Name', 'Craft'], ['Ada', 'chairs'], ['Ng', 'clocks'], ['Oare', 'boots'], ['Pip', 'lamps']],
            [4, 1, 2, 3],
        ];
        yield 'not by place where nothing in the row is the same' => [
            $named,
            [['Name', 'Craft'], ['Ng', 'clocks'], ['Quill', 'books'], ['Pip', 'lamps']],
            [1, 4, 3],
        ];
        yield 'not by place where there are more than there were' => [
            $named,
            [['Name', 'Craft'], ['Ng', 'clocks'], ['Oare', 'boots'], ['Quill', 'boots'], ['Pip', 'lamps']],
            [1, 4, 5, 3],
        ];
        yield 'a table about other things is new from end to end' => [
            $named,
            [['Thing', 'Price'], ['kettle', '4'], ['stool', '7'], ['lamp', '2']],
            [4, 5, 6],
        ];
        yield 'at first all are new' => [[['Name']], [['Name'], ['Ng']], [1]];
    }

    public function testAnIdIsNeverGivenTwice(): void
    {
        $here = Table::of(self::file([['Name', 'Craft'], ['Ng', 'clocks'], ['Oar', 'boots']]));
        $fewer = TakeTable::fresh(self::file([['Name', 'Craft'], ['Ng', 'clocks']]), new Message('table.did.updated'))->apply($here);
        $again = TakeTable::fresh(
            self::file([['Name', 'Craft'], ['Ng', 'clocks'], ['Oar', 'boots']]),
            new Message('table.did.updated'),
        )->apply($fewer);
        self::assertSame([1, 3], array_map(static fn (Row $row): int => $row->id, $again->rows));
    }

    public function testTwentyThousandRowsAreMatchedAtOnce(): void
    {
        $lines = array_map(static fn (int $i): array => ["Volunteer $i", 'clocks'], range(1, 20_000));
        $here = Table::of(self::file([['Name', 'Craft'], ...$lines]));
        $lines[9_999][0] = 'Somebody else';
        $then = TakeTable::fresh(
            self::file([['Name', 'Craft'], ...array_reverse($lines)]),
            new Message('table.did.updated'),
        )->apply($here);
        self::assertSame([20_000, 10_000, 1], [$then->rows[0]->id, $then->rows[10_000]->id, $then->rows[19_999]->id]);
    }

    /** @param list<list<string>> $lines */
    private static function file(array $lines): FileTable
    {
        return 1 === \count($lines)
            ? new FileTable((new TableBuilder())->build([$lines[0], array_fill(0, \count($lines[0]), 'x')])->columns, [])
            : (new TableBuilder())->build($lines);
    }
}
