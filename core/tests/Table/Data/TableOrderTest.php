<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableOrder;
use Morphea\Core\Table\Kinds\ColumnKind;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TableOrderTest extends TestCase
{
    /**
     * @param list<string> $cells
     * @param list<string> $sorted
     */
    #[DataProvider('columns')]
    public function testRowsInTheOrderOfAColumn(ColumnKind $kind, array $cells, array $sorted, ?bool $monthFirst = null): void
    {
        $column = new Column(0, 'a', 'A', monthFirst: $monthFirst);
        $table = new Table(
            [$column],
            array_map(static fn (string $cell, int $i): Row => new Row($i + 1, [$cell]), $cells, array_keys($cells)),
        );
        $ids = TableOrder::ids($table, $column, $kind, new CellReader('en_GB'), 'en_GB');
        self::assertSame($sorted, array_map(static fn (int $id): string => $cells[$id - 1], $ids));
    }

    /** @return iterable<string, array{ColumnKind, list<string>, list<string>}|array{ColumnKind, list<string>, list<string>, bool}> */
    public static function columns(): iterable
    {
        yield 'numbers by what they are' => [
            ColumnKind::Number,
            ['1,200', '', '9.5', 'none', '−3', '40'],
            ['−3', '9.5', '40', '1,200', 'none', ''],
        ];
        yield 'dates by their day' => [
            ColumnKind::Date,
            ['3 April 2026', '2025-12-31', '04/02/2026'],
            ['2025-12-31', '04/02/2026', '3 April 2026'],
        ];
        yield 'dates as the column says they are written' => [
            ColumnKind::Date,
            ['02/01/2026', '01/05/2026'],
            ['01/05/2026', '02/01/2026'],
            true,
        ];
        yield 'words as people sort them' => [
            ColumnKind::Text,
            ['Zoe', 'émile', 'Tag 10', 'Tag 9', 'adam'],
            ['adam', 'émile', 'Tag 9', 'Tag 10', 'Zoe'],
        ];
        yield 'the same stay as they stand' => [ColumnKind::Text, ['b', 'a', 'b'], ['a', 'b', 'b']];
    }
}
