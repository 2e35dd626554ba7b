<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Data;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Naming\PictureNames;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Recipes as they are kept, and what they do at the edges. */
final class RecipeCodecTest extends TestCase
{
    /** @param array<string, mixed> $record */
    #[DataProvider('recipes')]
    public function testARecipeIsKeptAndReadTheSame(array $record): void
    {
        $recipe = RecipeCodec::read($record, 'en_GB');
        self::assertEquals($recipe, RecipeCodec::read(json_decode((string) json_encode($recipe->toArray()), true), 'en_GB'));
        self::assertEquals($record, array_intersect_key($recipe->toArray(), $record), 'nothing of it is lost');
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function recipes(): iterable
    {
        yield 'join' => [['recipe' => 'join', 'pattern' => '{a}, {n, plural, one {# hour} other {# hours}}']];
        yield 'map' => [
            [
                'recipe' => 'map',
                'column' => 'a',
                'pairs' => [['NW', 'Northwater'], ['007', 'seven'], ['gone', '']],
                'otherwise' => 'words',
                'words' => 'elsewhere',
            ],
        ];
        yield 'series' => [
            [
                'recipe' => 'series',
                'start' => -3,
                'step' => 5,
                'width' => 4,
                'prefix' => 'A-',
                'suffix' => '/26',
                'restart' => 'a',
                'skip' => [7, 13],
            ],
        ];
        yield 'replace' => [['recipe' => 'replace', 'column' => 'a', 'find' => '$1 ', 'replace' => '\\0', 'sameCase' => true]];
        yield 'case' => [['recipe' => 'case', 'column' => 'a', 'way' => 'sentence']];
        yield 'split' => [['recipe' => 'split', 'column' => 'a', 'how' => 'at', 'at' => ' / ', 'part' => -1, 'length' => 0]];
        yield 'date' => [['recipe' => 'date', 'column' => 'a', 'part' => 'weekday']];
        yield 'days' => [['recipe' => 'days', 'from' => 'a', 'to' => 'n']];
        yield 'first' => [['recipe' => 'first', 'of' => ['n', 'a'], 'words' => 'nobody']];
        yield 'when' => [
            ['recipe' => 'when', 'column' => 'a', 'test' => 'contains', 'value' => 'x', 'then' => '{a}!', 'otherwise' => ''],
        ];
        yield 'picture' => [['recipe' => 'picture', 'column' => 'a']];
        yield 'deal' => [['recipe' => 'deal', 'pool' => ['a.jpg', 'b.jpg'], 'shuffled' => true, 'seed' => 12]];
    }

    #[TestWith([null, 'did not arrive complete'])]
    #[TestWith([['recipe' => 'bake'], 'There is no such recipe.'])]
    #[TestWith([['recipe' => 'join', 'pattern' => '{a'], 'never closed'])]
    #[TestWith([['recipe' => 'when', 'column' => 'a', 'then' => '}', 'otherwise' => ''], '}'])]
    #[TestWith([['recipe' => 'series', 'step' => 0], 'needs a step other than 0'])]
    #[TestWith([['recipe' => 'first', 'of' => []], 'Choose the columns'])]
    #[TestWith([['recipe' => 'first', 'of' => 'a'], 'Choose the columns'])]
    #[TestWith([['recipe' => 'deal', 'pool' => ['  ']], 'Enter the list'])]
    #[TestWith([['recipe' => 'replace', 'column' => 'a', 'find' => ''], 'Enter the text to find.'])]
    #[TestWith([['recipe' => 'split', 'column' => 'a', 'how' => 'at', 'at' => ''], 'Enter the characters to split at'])]
    #[TestWith([['recipe' => 'map', 'column' => 'a', 'pairs' => [['', 'x'], 'odd']], 'Enter at least one value'])]
    #[TestWith([['recipe' => 'days', 'from' => 'a'], 'Choose the column'])]
    public function testWhatDoesNotHoldIsSaidInWords(mixed $record, string $words): void
    {
        English::refuses($words, static fn (): mixed => RecipeCodec::read($record, 'en_GB'));
    }

    public function testNumbersBeyondMeasureAreHeldWithin(): void
    {
        $series = RecipeCodec::read(
            ['recipe' => 'series', 'start' => 9e99, 'step' => '3', 'width' => 500, 'skip' => '7; 13, x'],
            'en',
        )->toArray();
        self::assertSame(
            [1_000_000_000, 3, 20, [7, 13]],
            [$series['start'], $series['step'], $series['width'], $series['skip']],
        );
        self::assertSame(
            1,
            RecipeCodec::read(['recipe' => 'split', 'column' => 'a', 'part' => 0], 'en')->toArray()['part'],
            'there is no part 0',
        );
    }

    /**
     * @param array<string, mixed> $record
     * @param list<string>         $cells
     */
    #[DataProvider('edges')]
    public function testAtTheEdges(array $record, array $cells, string $because): void
    {
        self::assertSame(
            $cells,
            RecipeCodec::read($record, 'en_GB')->make(
                self::sheet(),
                new RecipeRunner('en_GB', new PictureNames(['kettle.jpg', 'reading-lamp.png'])),
            ),
            $because,
        );
    }

    /** @return iterable<array{array<string, mixed>, list<string>, string}> */
    public static function edges(): iterable
    {
        yield [
            ['recipe' => 'replace', 'column' => 'a', 'find' => '.', 'replace' => '$0\\1'],
            ['Kettle', 'reading lamp', '', 'É$0\\1 x', '12'],
            'letters are letters, not a language of their own',
        ];
        yield [
            ['recipe' => 'replace', 'column' => 'a', 'find' => 'É', 'replace' => 'E'],
            ['Kettle', 'reading lamp', '', 'E. x', '12'],
            'whole letters',
        ];
        yield [
            ['recipe' => 'replace', 'column' => 'a', 'find' => 'KETTLE', 'replace' => 'pot', 'sameCase' => true],
            ['Kettle', 'reading lamp', '', 'É. x', '12'],
            'only in the same case',
        ];
        yield [
            ['recipe' => 'split', 'column' => 'a', 'at' => ' ', 'part' => -1],
            ['Kettle', 'lamp', '', 'x', '12'],
            'counted from the end',
        ];
        yield [
            ['recipe' => 'split', 'column' => 'a', 'at' => ' ', 'part' => 5],
            ['', '', '', '', ''],
            'there is no fifth part',
        ];
        yield [
            ['recipe' => 'split', 'column' => 'a', 'how' => 'position', 'part' => 1, 'length' => 1],
            ['K', 'r', '', 'É', '1'],
            'one letter, whatever its bytes',
        ];
        yield [
            ['recipe' => 'split', 'column' => 'a', 'how' => 'position', 'part' => -2],
            ['le', 'mp', '', 'x', '12'],
            'the last two; white space at the ends is no letter',
        ];
        yield [
            ['recipe' => 'split', 'column' => 'a', 'how' => 'number'],
            ['', '', '', '', '12'],
            'only a number it begins with',
        ];
        yield [
            ['recipe' => 'picture', 'column' => 'a'],
            ['kettle.jpg', 'reading-lamp.png', '', '', ''],
            'by name, whatever case and dashes',
        ];
        yield [['recipe' => 'days', 'from' => 'd', 'to' => 'd'], ['0', '0', '0', '', ''], 'what is no date gives nothing'];
        yield [
            ['recipe' => 'when', 'column' => 'n', 'test' => 'more', 'value' => '9', 'then' => 'many', 'otherwise' => 'few'],
            ['few', 'many', 'few', 'few', 'many'],
            'as numbers: 1,200 is more than 9, and what is none is not',
        ];
        yield [
            [
                'recipe' => 'when',
                'column' => 'd',
                'test' => 'less',
                'value' => '5 March 2026',
                'then' => 'before',
                'otherwise' => '-',
            ],
            ['before', 'before', 'before', '-', '-'],
            'as dates, however they are written',
        ];
        yield [
            ['recipe' => 'when', 'column' => 'a', 'test' => 'more', 'value' => 'k', 'then' => 'behind', 'otherwise' => '-'],
            ['behind', 'behind', '-', 'behind', '-'],
            'as words',
        ];
        yield [
            ['recipe' => 'when', 'column' => 'a', 'test' => 'is', 'value' => 'kettle', 'then' => '{a}', 'otherwise' => '-'],
            ['Kettle', '-', '-', '-', '-'],
            'whatever its case',
        ];
        yield [
            ['recipe' => 'first', 'of' => ['a', 'n'], 'words' => 'nobody'],
            ['Kettle', 'reading lamp', '3', 'É. x', '12'],
            'the most wanted first',
        ];
        yield [
            ['recipe' => 'case', 'column' => 'a', 'way' => 'upper'],
            ['KETTLE', 'READING LAMP', '', 'É. X', '12'],
            'in every script',
        ];
        yield [['recipe' => 'series', 'start' => 8, 'step' => -3], ['8', '5', '2', '-1', '-4'], 'down'];
        yield [['recipe' => 'series', 'skip' => '2, 3'], ['1', '4', '5', '6', '7'], 'as if they were not there'];
        yield [['recipe' => 'deal', 'pool' => ['x']], ['x', 'x', 'x', 'x', 'x'], 'one for all'];
    }

    private static function sheet(): Table
    {
        return new Table(
            [new Column(0, 'a', 'A'), new Column(1, 'n', 'N'), new Column(2, 'd', 'D')],
            [
                new Row(1, ['Kettle', '9', '2026-03-04']),
                new Row(2, ['reading lamp', '1,200', '04.03.2026']),
                new Row(3, ['', '3', '4 March 2026']),
                new Row(4, ['É. x', 'soon', '31/02/2026']),
                new Row(5, ['12', '10', '']),
            ],
        );
    }

    /** Whatever an editor is told of a recipe is in the catalogue; each field of it stands in its sentence or below it. */
    public function testEveryRecipeHasItsWords(): void
    {
        foreach (RecipeCodec::forms() as $name => $form) {
            $said = [];
            array_walk_recursive($form, static function (mixed $one) use (&$said): void {
                $one instanceof Message && ($said[] = English::say($one));
            });
            self::assertNotContains('', $said, $name);
            self::assertIsArray($form['sentences']);
            $sentences = implode(' ', English::all($form['sentences']));
            foreach ($form['fields'] as $field => $control) {
                $isThere = \in_array($field, $form['below'], true) || str_contains($sentences, "{{$field}}");
                self::assertSame('secret' !== $control['control'], $isThere, "$name: $field");
            }
            self::assertSame([], array_diff($form['of'], array_keys($form['sentences'])));
        }
    }
}
