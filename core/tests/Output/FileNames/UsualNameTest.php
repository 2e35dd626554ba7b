<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\FileNames;

use Morphea\Core\Output\FileNames\UsualName;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Kinds\ColumnKind;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Files are called by the row and by what tells rows apart best. */
final class UsualNameTest extends TestCase
{
    /** @return iterable<string, array{list<list<string>>, array<string, ColumnKind>, list<string>, string}> */
    public static function tables(): iterable
    {
        $rows = [['Hours', 'Craft', 'Full name', 'Photo'], ['41', 'kettles', 'Ottilie', 'a.png'], ['7', 'kettles', 'Ng', 'b.png'],
            ['3', 'kettles', 'Pip', 'c.png']];
        $kinds = ['hours' => ColumnKind::Number, 'photo' => ColumnKind::Picture];
        yield 'the name, wherever it stands' => [$rows, $kinds, ['hours', 'craft', 'photo'], '{_row} {full_name}'];
        yield 'a number where there is nothing else' => [
            array_map(static fn (array $row): array => [$row[0], $row[1], '', $row[3]], $rows), $kinds, [], '{_row} {hours}'];
        yield 'never a picture' => [[['Photo'], ['a.png'], ['b.png']], ['photo' => ColumnKind::Picture], ['photo'], '{_row}'];
        yield 'a name before an address' => [[['Mail', 'Name'], ['ng@x.example', 'Ng'], ['pip@x.example', 'Pip']],
            ['mail' => ColumnKind::Address], ['mail'], '{_row} {name}'];
        $long = str_repeat('kettle and boot ', 8);
        yield 'what is short before what is long' => [[['Note', 'Tool'], [$long . 1, 'saw'], [$long . 2, 'awl'], [$long . 3, 'saw']],
            [], ['note'], '{_row} {tool}'];
    }

    /**
     * @param list<list<string>>  $lines
     * @param array<string, ColumnKind> $kinds
     * @param list<string>        $linked
     */
    #[DataProvider('tables')]
    public function testTheColumnThatTellsRowsApartBest(array $lines, array $kinds, array $linked, string $pattern): void
    {
        self::assertSame($pattern, UsualName::pattern(Table::of((new TableBuilder())->build($lines)), $kinds, $linked));
    }
}
