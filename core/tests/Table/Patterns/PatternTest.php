<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Patterns;

use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PatternTest extends TestCase
{
    private const CELLS = [
        'full_name' => 'Ottilie Brandvold-Anning',
        'hours' => '41',
        'craft' => 'kettles',
        'issued' => '2026-03-04',
        'note' => '',
        'code' => '007',
    ];

    /** @param list<string> $columns */
    #[DataProvider('patterns')]
    public function testAPatternTellsItsColumnsAndFillsThem(string $source, array $columns, string $text): void
    {
        $pattern = Pattern::parse($source);
        self::assertSame($columns, $pattern->columns());
        $filled = (new PatternFiller('en_GB'))->fill($pattern, self::CELLS);
        self::assertSame([], $filled->problems);
        self::assertSame($text, $filled->text);
    }

    /** @return iterable<string, array{string, list<string>, string}> */
    public static function patterns(): iterable
    {
        yield 'plain words' => ['gratefully given to', [], 'gratefully given to'];
        yield 'a column' => ['{full_name}', ['full_name'], 'Ottilie Brandvold-Anning'];
        yield 'words and columns' => ['{craft} by {full_name}', ['craft', 'full_name'], 'kettles by Ottilie Brandvold-Anning'];
        yield 'a cell is kept as written' => ['No. {code}', ['code'], 'No. 007'];
        yield 'plural' => [
            'for {hours, plural, one {# hour} other {# hours}} at the bench',
            ['hours'],
            'for 41 hours at the bench',
        ];
        yield 'number' => ['{hours, number, ::.00}', ['hours'], '41.00'];
        yield 'date' => ['{issued, date, long}', ['issued'], '4 March 2026'];
        yield 'choice with a column inside' => [
            '{craft, select, kettles {boils for {full_name}} other {no}}',
            ['craft', 'full_name'],
            'boils for Ottilie Brandvold-Anning',
        ];
        yield 'the same column as written and as a number' => ['{hours} = {hours, spellout}', ['hours'], '41 = forty-one'];
        yield 'an apostrophe' => ["the guild's {craft}", ['craft'], "the guild's kettles"];
        yield 'quoted braces' => ["'{'{craft}'}'", ['craft'], '{kettles}'];
        yield 'spaces in the braces' => ['{ craft }', ['craft'], 'kettles'];
    }

    #[DataProvider('broken')]
    public function testBrokenSyntaxSaysWhatIsWrong(string $source, string $message): void
    {
        English::refuses($message, static fn (): Pattern => Pattern::parse($source));
    }

    /** @return iterable<string, array{string, string}> */
    public static function broken(): iterable
    {
        yield 'never closed' => ['for {hours', 'at character 5 is never closed'];
        yield 'never opened' => ['hours}', 'closing brace }'];
        yield 'empty' => ['{}', 'empty pair of braces {}'];
        yield 'no key' => ['{Full name}', '“Full name” is not a column'];
        yield 'unknown way' => ['{hours, roman}', '“roman” in {hours, roman} is not a known format'];
        yield 'plural without words' => ['{hours, plural}', 'text for each case is missing in {hours, plural}'];
        yield 'plural without other' => ['{hours, plural, one {x}}', '“other” is missing in {hours, …}'];
        yield 'branch never closed' => ['{hours, plural, other {x}', 'never closed'];
        yield 'not UTF-8' => ["\xC3\x28", 'UTF-8'];
        yield 'nested beyond reason' => [str_repeat('{a, select, other {', 12) . str_repeat('}}', 12), 'nested'];
    }

    public function testAValueOfTheWrongKindIsAProblemAndNoCrash(): void
    {
        $filler = new PatternFiller('en_GB');
        $filled = $filler->fill(Pattern::parse('{n, plural, one {# hour} other {# hours}} on {d, date, long}'), [
            'n' => 'about ten',
            'd' => '31/02/2026',
        ]);
        self::assertSame(
            ['column “n” is “about ten”, which is not a number.', 'column “d” is “31/02/2026”, which is not a date.'],
            English::all($filled->problems),
        );
        self::assertSame('about ten on 31/02/2026', $filled->text);
        self::assertSame(
            ['there is no column “gone” in the table.'],
            English::all($filler->fill(Pattern::parse('{gone}{gone, number}'), [])->problems),
        );
        self::assertSame(
            ['column “n” is empty, and this text needs a number there.'],
            English::all($filler->fill(Pattern::parse('{a}{n, number}'), ['a' => 'x', 'n' => ' '])->problems),
        );
    }

    public function testAPatternIsEmptyWhenAllItsColumnsAre(): void
    {
        $filler = new PatternFiller('en_GB');
        self::assertTrue($filler->fill(Pattern::parse('Note: {note}'), self::CELLS)->empty);
        self::assertTrue($filler->fill(Pattern::parse('{note, plural, other {#}}'), self::CELLS)->empty);
        self::assertFalse($filler->fill(Pattern::parse('{note} {craft}'), self::CELLS)->empty);
        self::assertFalse($filler->fill(Pattern::parse('no columns'), self::CELLS)->empty);
    }

    #[DataProvider('words')]
    public function testQuotedWordsReadAsThemselves(string $words): void
    {
        self::assertSame($words, (new PatternFiller('en_GB'))->fill(Pattern::parse(Pattern::quote($words)), [])->text);
    }

    /** @return iterable<array{string}> */
    public static function words(): iterable
    {
        yield ["it's"];
        yield ["'{x}'"];
        yield ["{{''}} '' '"];
        yield ["#1 'quoted' {full_name}"];
    }

    public function testUnknownColumnsAreFound(): void
    {
        self::assertSame(['craft'], Pattern::parse('{full_name} {craft}')->unknownColumns(['full_name']));
    }
}
