<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\TableSense;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Where in a file the table is. */
final class TableSenseTest extends TestCase
{
    /**
     * @param list<list<string>> $lines
     * @param list<int>          $totals
     */
    #[DataProvider('files')]
    public function testTheTableIsFoundInWhatStandsRoundIt(array $lines, int $headings, int $last, array $totals): void
    {
        $sense = TableSense::of($lines);
        self::assertSame(
            [$headings, $headings + 1, $last, $totals],
            [$sense->headings, $sense->first, $sense->last, $sense->totals],
        );
    }

    /** @return iterable<string, array{list<list<string>>, int, int, list<int>}> */
    public static function files(): iterable
    {
        $table = [['Name', 'Town', 'Hours'], ['Ng', 'NW', '4'], ['Oar', 'SL', '3'], ['Pip', '', '2']];
        yield 'a table alone' => [$table, 0, 3, []];
        yield 'a title over it' => [[['Volunteers'], ...$table], 1, 4, []];
        yield 'title, note and empty lines' => [
            [['Volunteers', '', ''], ['', '', ''], ['as of March'], [''], ...$table],
            4,
            7,
            [],
        ];
        yield 'empty lines under it' => [[...$table, ['', '', ''], ['']], 0, 3, []];
        yield 'a total' => [[...$table, ['Total', '', '9']], 0, 3, [4]];
        yield 'a total behind an empty line, and a note' => [
            [...$table, [''], ['Gesamt', '', '9'], ['printed in the hall']],
            0,
            3,
            [5, 6],
        ];
        yield 'sums in another language' => [[...$table, ['', 'Итого', '9']], 0, 3, [4]];
        yield 'one column' => [[['Name'], ['Ng'], ['Oar']], 0, 2, []];
        yield 'headings only' => [[['Name', 'Town']], 0, 0, []];
        yield 'nothing' => [[], 0, 0, []];
        yield 'a first line with a gap' => [[['Name', '', 'Hours'], ['Ng', 'NW', '4'], ['Oar', 'SL', '3']], 0, 2, []];
        yield 'extra commas behind every line' => [
            [['Name', 'Town', '', ''], ['Ng', 'NW', '', ''], ['Oar', 'SL', '', '']],
            0,
            2,
            [],
        ];
        yield 'two lines of headings are one too many' => [
            [['', 'Where', ''], ['Name', 'Town', 'Hours'], ['Ng', 'NW', '4']],
            1,
            2,
            [],
        ];
    }

    public function testATableOfOneRowKeepsIt(): void
    {
        self::assertSame(
            [],
            TableSense::of([['Name', 'Town', 'Hours'], ['Total eclipse', 'NW', '4']])->totals,
            'without a row over it nothing is added up',
        );
    }

    public function testALongTableIsUnderstoodFromItsBeginning(): void
    {
        $lines = [['List'], ['Name', 'Town'], ...array_map(static fn (int $i): array => ["Name $i", 'NW'], range(1, 20_000))];
        self::assertSame([1, 20_001], [TableSense::of($lines)->headings, TableSense::of($lines)->last]);
    }
}
