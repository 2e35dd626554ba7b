<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Edit\AddNumbers;
use Morphea\Core\Table\Data\Recipe\CheckDigit;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Recipe\Series;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Naming\PictureNames;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Rows that are numbers, with no spreadsheet. */
final class NumbersTest extends TestCase
{
    public function testThreeHundredFromOneInStepsOfOneWithACheckDigit(): void
    {
        $edit = AddNumbers::of('Tag', 300, '000001', 1, CheckDigit::Luhn);
        self::assertSame('300 numbers added', English::say($edit->says()));
        $cells = self::made($edit)->cells('tag');
        self::assertCount(300, array_unique($cells));
        self::assertSame(['0000018', '0000026', '0003004'], [$cells[0], $cells[1], $cells[299]]);
    }

    public function testWhatStandsRoundTheNumberStaysAndStepsCanGoDown(): void
    {
        $table = self::made(AddNumbers::of('', 3, 'TW-010/b', -2, CheckDigit::None));
        self::assertSame(['TW-010/b', 'TW-008/b', 'TW-006/b'], $table->cells('number'));
    }

    public function testNumbersBeginAnewForEachGroupWhichMayHaveItsOwnCount(): void
    {
        $table = self::made(AddNumbers::of('Tag', 2, '01', 1, CheckDigit::None, "North\n\n South pier : 3 \nNorth: 1"));
        self::assertSame(['North', 'North', 'North', 'South pier', 'South pier', 'South pier'], $table->cells('group'));
        self::assertSame(['01', '02', '03', '01', '02', '03'], $table->cells('tag'));
    }

    public function testTheColumnIsARecipeThatCanBeChangedLater(): void
    {
        $recipe = self::made(AddNumbers::of('Tag', 2, 'A-07', 5, CheckDigit::Mod11))->column('tag')->recipe;
        self::assertInstanceOf(Series::class, $recipe);
        $says = $recipe->says(static fn (string $key): string => $key);
        self::assertSame('Numbers from A-079, steps of 5, with a check digit, mod 11-2', English::say($says));
        self::assertEquals($recipe, RecipeCodec::read($recipe->toArray(), 'en_GB'));
    }

    public function testAColumnThatIsThereHasTheNumbersWrittenIntoItBehindItsRows(): void
    {
        $table = new Table(
            [new Column(0, 'item', 'Item'), new Column(1, 'tag', 'Tag')],
            [new Row(1, ['Kettle', 'first'])],
            1,
        );
        $table = self::made(AddNumbers::of('Tag', 2, '5', 1, CheckDigit::None, others: ['Owner']), $table);
        self::assertSame(['first', '5', '6'], $table->cells('tag'));
        self::assertSame(['Kettle', '', ''], $table->cells('item'));
        self::assertFalse($table->has('owner'), 'only an empty table gets the columns of the design');
    }

    public function testAnEmptyTableGetsTheColumnsOfTheDesign(): void
    {
        $table = self::made(AddNumbers::of('Tag', 1, '1', 1, CheckDigit::None, others: ['Tag', 'Item', 'Received on']));
        self::assertSame(['tag', 'item', 'received_on'], $table->keys());
    }

    /** @return iterable<string, array{int, string, int, string, string}> */
    public static function wrong(): iterable
    {
        yield 'none' => [0, '1', 1, '', 'Enter how many rows to add'];
        yield 'too many' => [100_000, '1', 1, '', 'That would be 100,000 rows; a table can have up to 20,000.'];
        yield 'too many in groups' => [15_000, '1', 1, "a\nb", 'That would be 30,000 rows'];
        yield 'no digit' => [5, 'TW', 1, '', 'It needs one to nine digits'];
        yield 'a step of none' => [5, '1', 0, '', 'With a step of 0 all numbers would be the same.'];
    }

    #[DataProvider('wrong')]
    public function testWhatCannotBeIsSaid(int $count, string $from, int $step, string $groups, string $words): void
    {
        English::refuses($words, static fn (): mixed => AddNumbers::of('Tag', $count, $from, $step, CheckDigit::None, $groups));
    }

    public function testNoMoreThanATableHolds(): void
    {
        $table = new Table([new Column(0, 'tag', 'Tag')], array_map(static fn (int $id): Row => new Row($id, ['x']), range(1, 10)), 10);
        English::refuses(
            'There are already 10 rows; with these there would be more than 20,000.',
            static fn (): mixed => AddNumbers::of('Tag', 19_999, '1', 1, CheckDigit::None)->apply($table),
        );
    }

    /** Examples of the standards. */
    public function testCheckDigitsAreThoseOfTheStandards(): void
    {
        self::assertSame('3', CheckDigit::Luhn->compute('7992739871'));
        self::assertSame('3', CheckDigit::Weighted->compute('629104150021'));
        self::assertSame('0', CheckDigit::Mod11->compute('0794'));
        self::assertSame('X', CheckDigit::Mod11->compute('079'));
        self::assertSame('44', CheckDigit::Mod97->compute('794'));
        self::assertSame('', CheckDigit::None->compute('1'));
        self::assertSame('3', CheckDigit::Luhn->compute('TW-7992739871'), 'only digits count');
    }

    public function testOneWrongDigitIsAlwaysNoticed(): void
    {
        foreach ([CheckDigit::Luhn, CheckDigit::Weighted, CheckDigit::Mod11, CheckDigit::Mod97] as $check) {
            foreach (range(0, 9) as $digit) {
                self::assertSame(4 === $digit, $check->compute('120456') === $check->compute("120{$digit}56"), "$check->value, $digit");
            }
        }
    }

    private static function made(AddNumbers $edit, ?Table $table = null): Table
    {
        return $edit->apply($table ?? new Table([], []))->cooked(new RecipeRunner('en_GB', new PictureNames([])));
    }
}
