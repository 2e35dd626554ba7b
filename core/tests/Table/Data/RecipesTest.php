<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\MapValues;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Naming\PictureNames;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RecipesTest extends TestCase
{
    /**
     * @param array<string, mixed> $recipe
     * @param list<string>         $cells  what comes out
     */
    #[DataProvider('recipes')]
    public function testARecipeMakesItsCells(array $recipe, array $cells, string $says): void
    {
        $table = self::sheet();
        $read = RecipeCodec::read($recipe, 'en_GB');
        self::assertSame($cells, $read->make($table, self::kitchen()));
        self::assertSame($says, English::say($read->says(static fn (string $key): string => $table->column($key)->heading)));
        self::assertEquals(
            $read,
            RecipeCodec::read(json_decode((string) json_encode($read->toArray()), true), 'en_GB'),
            'it comes back from the database as it went',
        );
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>, string}> */
    public static function recipes(): iterable
    {
        yield 'join' => [
            ['recipe' => 'join', 'pattern' => '{name}, {town}'],
            ['ottilie van der berg, NW', 'NG, nw', 'Влада'],
            'Joins [Name], [Town]',
        ];
        yield 'join with rules' => [
            ['recipe' => 'join', 'pattern' => '{fixes, plural, one {# fix} other {# fixes}}'],
            ['7 fixes', '1 fix', ''],
            'Joins [Fixes]',
        ];
        yield 'map' => [
            ['recipe' => 'map', 'column' => 'town', 'pairs' => [['NW', 'Northwater']]],
            ['Northwater', 'Northwater', ''],
            '[Town] with 1 value replaced: “NW” by “Northwater”',
        ];
        yield 'map, others gone' => [
            ['recipe' => 'map', 'column' => 'name', 'pairs' => [['NG', 'Ng']], 'otherwise' => 'empty'],
            ['', 'Ng', ''],
            '[Name] with 1 value replaced: “NG” by “Ng”',
        ];
        yield 'series' => [
            ['recipe' => 'series', 'start' => 9, 'width' => 3, 'prefix' => 'TW-'],
            ['TW-009', 'TW-010', 'TW-011'],
            'Numbers from TW-009',
        ];
        yield 'series anew, without some' => [
            ['recipe' => 'series', 'step' => 2, 'restart' => 'kind', 'skip' => '3, 13'],
            ['1', '1', '5'],
            'Numbers from 1, steps of 2, restarting for each [Kind], without 3, 13',
        ];
        yield 'replace' => [
            ['recipe' => 'replace', 'column' => 'name', 'find' => 'n', 'replace' => '$1'],
            ['ottilie va$1 der berg', '$1G', 'Влада'],
            '[Name] with “n” replaced by “$1”',
        ];
        yield 'replace in the same case' => [
            ['recipe' => 'replace', 'column' => 'name', 'find' => 'N', 'replace' => 'M', 'sameCase' => true],
            ['ottilie van der berg', 'MG', 'Влада'],
            '[Name] with “N” replaced by “M”',
        ];
        yield 'title' => [
            ['recipe' => 'case', 'column' => 'name', 'way' => 'title'],
            ['Ottilie van der Berg', 'Ng', 'Влада'],
            '[Name] in title case',
        ];
        yield 'upper' => [
            ['recipe' => 'case', 'column' => 'name', 'way' => 'upper'],
            ['OTTILIE VAN DER BERG', 'NG', 'ВЛАДА'],
            '[Name] in capitals',
        ];
        yield 'sentence' => [
            ['recipe' => 'case', 'column' => 'name', 'way' => 'sentence'],
            ['Ottilie van der berg', 'Ng', 'Влада'],
            '[Name] in sentence case',
        ];
        yield 'split at' => [
            ['recipe' => 'split', 'column' => 'name', 'how' => 'at', 'at' => ' ', 'part' => -1],
            ['berg', 'NG', 'Влада'],
            'Part -1 of [Name], split at “ ”',
        ];
        yield 'split by position' => [
            ['recipe' => 'split', 'column' => 'name', 'how' => 'position', 'part' => 2, 'length' => 3],
            ['tti', 'G', 'лад'],
            '3 characters of [Name] from character 2',
        ];
        yield 'number' => [
            ['recipe' => 'split', 'column' => 'title', 'how' => 'number'],
            ['7', '1,200', ''],
            'The number at the start of [Title]',
        ];
        yield 'the rest' => [
            ['recipe' => 'split', 'column' => 'title', 'how' => 'rest'],
            ['quick fixes', 'stitches', 'No number'],
            'What follows the number in [Title]',
        ];
        yield 'weekday' => [
            ['recipe' => 'date', 'column' => 'from', 'part' => 'weekday'],
            ['Wednesday', '', 'Wednesday'],
            '[From]: the day of the week',
        ];
        yield 'date as ISO' => [
            ['recipe' => 'date', 'column' => 'from', 'part' => 'iso'],
            ['2026-03-04', '', '2026-03-04'],
            '[From]: the date as 2026-03-04',
        ];
        yield 'days' => [['recipe' => 'days', 'from' => 'from', 'to' => 'to'], ['28', '', '-3'], 'Days from [From] to [To]'];
        yield 'first filled' => [
            ['recipe' => 'first', 'of' => ['town', 'name'], 'words' => '?'],
            ['NW', 'nw', 'Влада'],
            'The first of [Town] and [Name] that is not empty, or “?”',
        ];
        yield 'when' => [
            [
                'recipe' => 'when',
                'column' => 'fixes',
                'test' => 'more',
                'value' => '5',
                'then' => 'many by {name}',
                'otherwise' => 'few',
            ],
            ['many by ottilie van der berg', 'few', 'few'],
            '“many by [Name]” if [Fixes] is more than “5”, otherwise “few”',
        ];
        yield 'when empty' => [
            ['recipe' => 'when', 'column' => 'town', 'test' => 'empty', 'then' => 'nowhere', 'otherwise' => '{town}'],
            ['NW', 'nw', 'nowhere'],
            '“nowhere” if [Town] is empty, otherwise “[Town]”',
        ];
        yield 'picture' => [
            ['recipe' => 'picture', 'column' => 'kind'],
            ['kettle.jpg', '', 'kettle.jpg'],
            'The picture named in [Kind]',
        ];
        yield 'deal' => [
            ['recipe' => 'deal', 'pool' => ['a.jpg', 'b.jpg']],
            ['a.jpg', 'b.jpg', 'a.jpg'],
            '2 entries in turn: a.jpg, b.jpg',
        ];
    }

    public function testValuesThatTheSmallTableHasNotAreListed(): void
    {
        self::assertSame(
            ['NG' => 1, 'Влада' => 1],
            (new MapValues('name', ['ottilie VAN der berg' => 'O']))->unmatched(self::sheet()),
        );
    }

    public function testDealingIsTheSameForASeedAndNeverPutsTwoAlikeSideBySide(): void
    {
        $table = new Table(
            [new Column(0, 'x', 'X')],
            array_map(static fn (int $i): Row => new Row($i, ['']), range(1, 500)),
        );
        $deal = static fn (int $seed): array => RecipeCodec::read(
            ['recipe' => 'deal', 'pool' => ['a', 'b', 'c', 'c'], 'shuffled' => true, 'seed' => $seed],
            'en',
        )->make($table, self::kitchen());
        self::assertSame($deal(7), $deal(7));
        self::assertNotSame($deal(7), $deal(8));
        $counts = array_count_values($deal(7));
        self::assertSame([125, 125, 250], [$counts['a'], $counts['b'], $counts['c']], 'each as often as it is in the pool');
        $alike = 0;
        foreach ($deal(7) as $i => $one) {
            $alike += $i > 0 && $one === $deal(7)[$i - 1] ? 1 : 0;
        }
        self::assertLessThan(20, $alike, 'two alike meet only where nothing else is left of a round');
        $three = RecipeCodec::read(['recipe' => 'deal', 'pool' => ['a', 'b', 'c'], 'shuffled' => true], 'en')->make(
            $table,
            self::kitchen(),
        );
        foreach ($three as $i => $one) {
            self::assertTrue(0 === $i || $one !== $three[$i - 1]);
        }
    }

    public function testRecipesBuildOnEachOtherWhateverTheirOrder(): void
    {
        $table = new Table(
            [
                self::made(0, 'greeting', ['recipe' => 'join', 'pattern' => 'Dear {first},']),
                self::made(1, 'first', ['recipe' => 'split', 'column' => 'full', 'how' => 'at', 'at' => ' ']),
                self::made(2, 'full', ['recipe' => 'case', 'column' => 'name', 'way' => 'title']),
                new Column(3, 'name', 'Name'),
            ],
            [new Row(1, ['', '', '', 'tamsin oar'])],
        );
        self::assertSame(['Dear Tamsin,', 'Tamsin', 'Tamsin Oar', 'tamsin oar'], self::kitchen()->cook($table)->rows[0]->cells);
    }

    public function testACircleIsRefused(): void
    {
        English::refuses('“A” and “B” would be computed from each other.', static fn (): mixed => self::kitchen()->cook(
            new Table(
                [
                    self::made(0, 'a', ['recipe' => 'case', 'column' => 'b']),
                    self::made(1, 'b', ['recipe' => 'case', 'column' => 'a']),
                ],
                [],
            ),
        ));
    }

    public function testARecipeWhoseColumnIsGoneMakesNothing(): void
    {
        $table = new Table([self::made(0, 'a', ['recipe' => 'case', 'column' => 'gone'])], [new Row(1, ['old'])]);
        self::assertSame([''], self::kitchen()->cook($table)->rows[0]->cells);
    }

    /** @param array<string, mixed> $recipe */
    #[DataProvider('broken')]
    public function testARecipeThatDoesNotHoldIsRefusedInWords(array $recipe, string $words): void
    {
        English::refuses($words, static fn (): mixed => RecipeCodec::read($recipe, 'en_GB'));
    }

    /** @return iterable<array{array<string, mixed>, string}> */
    public static function broken(): iterable
    {
        yield [['recipe' => 'hypnosis'], 'There is no such recipe.'];
        yield [['recipe' => 'case'], 'Choose the column to compute from.'];
        yield [['recipe' => 'join', 'pattern' => '{name'], 'never closed'];
        yield [['recipe' => 'series', 'step' => 0], 'a step other than 0'];
        yield [['recipe' => 'map', 'column' => 'a', 'pairs' => [['', 'x']]], 'at least one value'];
        yield [['recipe' => 'replace', 'column' => 'a'], 'the text to find'];
        yield [['recipe' => 'deal', 'pool' => [' ']], 'Enter the list'];
        yield [['recipe' => 'split', 'column' => 'a', 'at' => ''], 'characters to split at'];
    }

    private static function sheet(): Table
    {
        $keys = [
            'name' => 'Name',
            'town' => 'Town',
            'fixes' => 'Fixes',
            'kind' => 'Kind',
            'title' => 'Title',
            'from' => 'From',
            'to' => 'To',
        ];

        return new Table(
            array_map(
                static fn (string $key, string $heading, int $i): Column => new Column($i, $key, $heading),
                array_keys($keys),
                $keys,
                range(0, \count($keys) - 1),
            ),
            [
                new Row(1, ['ottilie van der berg', 'NW', '7', 'Kettle', '7 quick fixes', '2026-03-04', '1 April 2026']),
                new Row(2, ['NG', 'nw', '1', 'clock', '1,200 stitches', 'soon', '2026-01-01']),
                new Row(3, ['Влада', '', '', 'Kettle', 'No number', '04.03.2026', '1/3/2026']),
            ],
        );
    }

    /** @param array<string, mixed> $recipe */
    private static function made(int $index, string $key, array $recipe): Column
    {
        return new Column($index, $key, ucfirst($key), recipe: RecipeCodec::read($recipe, 'en_GB'));
    }

    private static function kitchen(): RecipeRunner
    {
        return new RecipeRunner('en_GB', new PictureNames(['kettle.jpg', 'lamp.jpg']));
    }
}
