<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\ColumnKinds;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Naming\PictureNames;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class KindsTest extends TestCase
{
    /** @param list<string> $cells */
    #[TestWith([['Ng', 'Ottilie'], ColumnKind::Text])]
    #[TestWith([['1', '2.5', '1,200', ''], ColumnKind::Number])]
    #[TestWith([['0001', '0002'], ColumnKind::Text, 'a register number keeps its zeros'])]
    #[TestWith([['2026-03-04', '4 March 2026', '04.03.2026'], ColumnKind::Date])]
    #[TestWith([['yes', 'no', 'Yes', ''], ColumnKind::YesNo])]
    #[TestWith([['x', '', 'x'], ColumnKind::Text, 'a mark alone says little'])]
    #[TestWith([['#C63D1E', '#fff'], ColumnKind::Colour])]
    #[TestWith([['fee', 'bad'], ColumnKind::Text, 'words that read like colours'])]
    #[TestWith([['a@tidewick.example', 'https://tidewick.example/x'], ColumnKind::Address])]
    #[TestWith([['kettle.jpg', 'photos/lamp.png'], ColumnKind::Picture])]
    #[TestWith([['kettle', 'lamp'], ColumnKind::Picture, 'they name pictures that are here'])]
    #[TestWith([['', ''], ColumnKind::Text])]
    public function testTheKindIsThatOfTheCells(array $cells, ColumnKind $kind, string $because = ''): void
    {
        self::assertSame($kind, self::kinds()->infer($cells), $because);
    }

    public function testAFewStrayCellsDoNotChangeTheKindAndAreTheOnesMarked(): void
    {
        $cells = [...array_fill(0, 19, '7'), 'seven'];
        self::assertSame(ColumnKind::Number, self::kinds()->infer($cells));
        self::assertFalse(self::kinds()->fits(ColumnKind::Number, 'seven'));
        self::assertTrue(self::kinds()->fits(ColumnKind::Number, ''), 'an empty cell is never wrong');
    }

    public function testAnAtBeforeAHeadingMeansPictures(): void
    {
        self::assertSame(ColumnKind::Picture, self::kinds()->infer(['', ''], '@photo'));
        self::assertSame(
            ColumnKind::Picture,
            self::kinds()->infer(['wireless', 'teapot'], '@photo'),
            'not here yet, but they could be names of files',
        );
        self::assertSame(ColumnKind::Text, self::kinds()->infer(['Bo Tansy', 'Ng'], '@name'), 'these could not');
    }

    public function testTheKindSomebodySaidCountsElseTheFirstCellsTellIt(): void
    {
        $table = new Table(
            [new Column(0, 'n', 'N'), new Column(1, 's', 'S', ColumnKind::Text)],
            array_map(
                static fn (int $i): Row => new Row($i, [$i < 600 ? (string) $i : 'seven', (string) $i]),
                range(1, 2_000),
            ),
        );
        self::assertSame(ColumnKind::Number, self::kinds()->ofColumn($table, $table->columns[0]), 'of a long table its beginning');
        self::assertSame(ColumnKind::Text, self::kinds()->ofColumn($table, $table->columns[1]));
    }

    public function testDatesThatCouldBeReadEitherWayAreAskedAbout(): void
    {
        self::assertSame('03/04/2026', self::kinds()->ambiguous(['soon', '03/04/2026', '05/06/2026']));
        self::assertNull(self::kinds()->ambiguous(['03/04/2026', '25/06/2026']), 'no month has the number 25');
        self::assertNull(self::kinds()->ambiguous(['2026-03-04', '4 March 2026', '03/03/2026']));
        self::assertFalse(self::kinds()->monthFirst(['03/04/2026', '25/06/2026']));
        self::assertTrue(self::kinds()->monthFirst(['03/04/2026', '06/25/2026']));
        self::assertNull(self::kinds()->monthFirst(['03/04/2026']));
    }

    public function testADateIsReadTheWayItWasTold(): void
    {
        $reader = new CellReader('en_GB');
        self::assertSame('2026-04-03', $reader->date('03/04/2026')?->format('Y-m-d'));
        self::assertSame('2026-03-04', $reader->date('03/04/2026', true)?->format('Y-m-d'));
        self::assertSame('2026-04-03', (new CellReader('en_US'))->date('03/04/2026', false)?->format('Y-m-d'));
    }

    private static function kinds(): ColumnKinds
    {
        return new ColumnKinds(new CellReader('en_GB'), new PictureNames(['kettle.jpg', 'lamp.png']));
    }
}
