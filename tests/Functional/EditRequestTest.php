<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Rows\EditRequest;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;

/** What the grid asks for, in JSON, and what becomes of a table by it. */
#[Group('alone')]
final class EditRequestTest extends TestCase
{
    /**
     * @param array<string, mixed> $asked
     * @param list<string>         $rows  id and cells of each
     */
    #[DataProvider('asked')]
    public function testWhatIsAskedIsDone(array $asked, array $rows, string $says): void
    {
        $edit = EditRequest::read($asked, 'en_GB');
        self::assertSame($rows, self::rows($edit->apply(self::sheet())));
        self::assertSame($says, English::say($edit->says()));
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>, string}> */
    public static function asked(): iterable
    {
        $all = ['1 Ng|NW', '2 Oar|SL', '3 Pip|ST'];
        yield 'a row under another' => [
            ['op' => 'add', 'under' => 1, 'count' => 2],
            ['1 Ng|NW', '4 |', '5 |', '2 Oar|SL', '3 Pip|ST'],
            '2 rows added',
        ];
        yield 'a row at the end' => [['op' => 'add', 'under' => null], [...$all, '4 |'], '1 row added'];
        yield 'removed' => [['op' => 'remove', 'ids' => [1, 3]], ['2 Oar|SL'], '2 rows deleted'];
        yield 'moved up' => [['op' => 'move', 'ids' => [3], 'before' => 1], ['3 Pip|ST', '1 Ng|NW', '2 Oar|SL'], '1 row moved'];
        yield 'moved to the end' => [
            ['op' => 'move', 'ids' => [1, 2], 'before' => null],
            ['3 Pip|ST', '1 Ng|NW', '2 Oar|SL'],
            '2 rows moved',
        ];
        yield 'switched off' => [
            ['op' => 'switch', 'ids' => [2], 'off' => true],
            ['1 Ng|NW', '2 Oar|SL off', '3 Pip|ST'],
            '1 row left out',
        ];
        yield 'a column between' => [
            ['op' => 'column-add', 'heading' => 'Hours', 'behind' => 'name'],
            ['1 Ng||NW', '2 Oar||SL', '3 Pip||ST'],
            'Column “Hours” added',
        ];
        yield 'a column made' => [
            ['op' => 'column-add', 'heading' => 'Loud', 'recipe' => ['recipe' => 'case', 'column' => 'name', 'way' => 'upper']],
            ['1 Ng|NW|', '2 Oar|SL|', '3 Pip|ST|'],
            'Column “Loud” added',
        ];
        yield 'a column moved' => [
            ['op' => 'column-move', 'key' => 'town', 'to' => 0],
            ['1 NW|Ng', '2 SL|Oar', '3 ST|Pip'],
            'Column moved',
        ];
        yield 'moved too far' => [
            ['op' => 'column-move', 'key' => 'name', 'to' => 99],
            ['1 NW|Ng', '2 SL|Oar', '3 ST|Pip'],
            'Column moved',
        ];
        yield 'a column removed' => [['op' => 'column-remove', 'key' => 'name'], ['1 NW', '2 SL', '3 ST'], 'Column deleted'];
    }

    public function testCellsAreTextWhateverTheyAreSentAs(): void
    {
        self::assertSame([2 => ['town' => '5', 'name' => '']], EditRequest::cells(['2' => ['town' => 5, 'name' => null]]));
        self::assertSame([['name' => 'Jo'], []], EditRequest::rows([['name' => 'Jo'], []]));
        self::assertSame([[], []], [EditRequest::cells('all'), EditRequest::rows(null)]);
    }

    public function testColumnsGetNamesAndKinds(): void
    {
        $table = EditRequest::read(['op' => 'column-rename', 'key' => 'town', 'heading' => 'Harbour town'], 'en_GB')->apply(
            self::sheet(),
        );
        self::assertSame(
            ['name Name', 'town Harbour town'],
            array_map(static fn (Column $column): string => "$column->key $column->heading", $table->columns),
            'links and recipes go by the key, which stays',
        );
        $table = EditRequest::read(['op' => 'kind', 'key' => 'name', 'kind' => 'date', 'monthFirst' => true], 'en_GB')->apply(
            $table,
        );
        self::assertSame([ColumnKind::Date, true], [$table->columns[0]->kind, $table->columns[0]->monthFirst]);
        $table = EditRequest::read(['op' => 'kind', 'key' => 'name', 'kind' => ''], 'en_GB')->apply($table);
        self::assertSame([null, null], [$table->columns[0]->kind, $table->columns[0]->monthFirst], 'as found again');
    }

    /** @param array<string, mixed> $asked */
    #[DataProvider('refused')]
    public function testWhatCannotBeDoneIsSaidInWords(array $asked, string $words): void
    {
        English::refuses($words, static fn (): mixed => EditRequest::read($asked, 'en_GB')->apply(self::sheet()));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function refused(): iterable
    {
        yield 'nothing' => [[], 'This change is not known.'];
        yield 'something else' => [['op' => 'shuffle'], 'This change is not known'];
        yield 'no rows' => [['op' => 'remove', 'ids' => []], 'Select rows first.'];
        yield 'rows of another shape' => [['op' => 'remove', 'ids' => ['1; DROP TABLE']], 'Select rows first.'];
        yield 'a row that is gone' => [['op' => 'switch', 'ids' => [9], 'off' => true], 'no longer exist'];
        yield 'a column that is gone' => [['op' => 'plain', 'key' => 'gone'], 'There is no column “gone”'];
        yield 'no column at all' => [['op' => 'column-rename', 'heading' => 'x'], 'There is no column'];
        yield 'no heading' => [['op' => 'column-rename', 'key' => 'name', 'heading' => '  '], 'Enter a heading'];
        yield 'a recipe of itself' => [
            ['op' => 'recipe', 'key' => 'name', 'recipe' => ['recipe' => 'case', 'column' => 'name']],
            'would be computed from each other',
        ];
        yield 'a recipe that is none' => [
            ['op' => 'column-add', 'heading' => 'x', 'recipe' => ['recipe' => 'bake']],
            'There is no such recipe.',
        ];
        yield 'rows without end' => [['op' => 'add', 'count' => 20_000], 'up to 20,000 rows'];
    }

    private static function sheet(): Table
    {
        return Table::of((new TableBuilder())->build([['Name', 'Town'], ['Ng', 'NW'], ['Oar', 'SL'], ['Pip', 'ST']]));
    }

    /** @return list<string> */
    private static function rows(Table $table): array
    {
        return array_map(
            static fn (Row $row): string => $row->id . ' ' . implode('|', $row->cells) . ($row->off ? ' off' : ''),
            $table->rows,
        );
    }
}
