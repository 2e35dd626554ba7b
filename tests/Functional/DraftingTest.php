<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Drafting\Drafter;
use Morphea\App\Engine\Drafting\HttpTextService;
use Morphea\App\Engine\Drafting\TextService;
use Morphea\App\Engine\Drafting\WordLists;
use Morphea\Core\Table\Data\Edit\AddColumn;
use Morphea\Core\Table\Data\Edit\AddRows;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpClient\MockHttpClient;
use Symfony\Component\HttpClient\Response\MockResponse;

/** Rows drafted after the pattern of others: by the word lists that ship, and by a service behind an address. */
#[Group('alone')]
final class DraftingTest extends TestCase
{
    /**
     * @param list<string> $column
     * @param list<string> $drafted
     */
    #[DataProvider('columns')]
    public function testEveryColumnGoesOnAsItBegan(string $heading, array $column, array $drafted, string $because): void
    {
        $rows = (new WordLists())->rows(
            [$heading],
            array_map(static fn (string $cell): array => [$cell], $column),
            ['kettles'],
            \count($drafted),
            7,
            'en_GB',
        );
        self::assertSame($drafted, array_column($rows, 0), $because);
    }

    /** @return iterable<string, array{string, list<string>, list<string>, string}> */
    public static function columns(): iterable
    {
        yield 'numbers' => ['Tag', ['001', '002', '003'], ['004', '005', '006'], 'with their zeros'];
        yield 'codes' => ['Code', ['TMG-8', 'TMG-9'], ['TMG-10', 'TMG-11'], 'what stands before the number stays'];
        yield 'dates' => ['Issued', ['2026-12-30', '2026-12-31'], ['2027-01-01', '2027-01-02'], 'day by day'];
        yield 'empty' => ['Note', ['', ''], ['', ''], 'nobody says what belongs there'];
        yield 'one value' => [
            'Town',
            ['Northwater', 'Northwater'],
            ['Northwater', 'Northwater'],
            'it keeps to what stands in it',
        ];
        yield 'like the theme' => ['Photo', ['boot', 'kettle', 'lamp'], ['kettle', 'kettle'], 'the picture of it'];
        yield 'the theme itself' => ['Thing', ['boots', 'lamps'], ['kettles', 'kettles'], 'what the row is about'];
    }

    public function testCountsAndNamesAndSentences(): void
    {
        $examples = [
            ['Ng', '4', 'Patch the boot that let October in'],
            ['Ottilie', '90', 'Set the clock that runs slow'],
            ['Bo', '12', 'Glue the chair that waits for Friday'],
            ['Pip', '7', 'Wax'],
            ['Oar', '7', 'Darn the elbow'],
            ['Jo', '8', 'Oil the chain'],
            ['Ada', '9', 'Clean the kettle'],
        ];
        foreach (
            (new WordLists())->rows(['Full name', 'Minutes', 'Title'], $examples, ['kettles'], 20, 1, 'en_GB')
            as [$name, $minutes, $title]
        ) {
            self::assertMatchesRegularExpression('/^\S+ \S/u', $name);
            self::assertTrue($minutes >= 4 && $minutes <= 90, $minutes);
            self::assertMatchesRegularExpression('/^\S+ the kettles \S/', $title);
        }
    }

    public function testTheSameSeedGivesTheSameRowsAndAnotherOthers(): void
    {
        $draft = static fn (int $seed): array => (new WordLists())->rows(['Full name'], [['Ng']], [], 12, $seed, 'en_GB');
        self::assertSame($draft(3), $draft(3));
        self::assertNotSame($draft(3), $draft(4));
    }

    public function testRecipesAndDraftsAreNoPattern(): void
    {
        $table = Table::of((new TableBuilder())->build([['Name', 'Town'], ['ng', 'NW'], ['', ''], ['oar', 'SL']]));
        $table = (new AddColumn(
            'Loud',
            null,
            RecipeCodec::read(['recipe' => 'case', 'column' => 'name', 'way' => 'upper'], 'en'),
        ))->apply($table);
        $table = (new AddRows(null, [['name' => 'a draft']], true))->apply($table);
        $asked = [];
        $service = self::createStub(TextService::class);
        $service->method('rows')->willReturnCallback(static function (mixed ...$with) use (&$asked): array {
            $asked = $with;

            return [['pip', 'NW']];
        });
        self::assertSame([['name' => 'pip', 'town' => 'NW']], (new Drafter($service))->draft($table, ['x'], 1, 5, 'en_GB'));
        self::assertSame([['Name', 'Town'], [['ng', 'NW'], ['oar', 'SL']], ['x'], 1, 5, 'en_GB'], $asked);
    }

    public function testWithoutRowsThereIsNoPattern(): void
    {
        English::refuses(
            'There are no rows to take the pattern from.',
            static fn (): mixed => (new WordLists())->rows(['Name'], [], [], 3, 1, 'en_GB'),
        );
    }

    public function testAServiceIsAskedInJson(): void
    {
        $sent = null;
        $client = new MockHttpClient(static function (string $method, string $url, array $options) use (&$sent): MockResponse {
            $sent = [$method, $url, json_decode((string) $options['body'], true)];

            return new MockResponse('{"rows": [["Tamsin", 7, true], ["Bo"], "odd", ["a", "b", "c", "d"], ["too many"]]}', [
                'response_headers' => ['content-type' => 'application/json'],
            ]);
        });
        $rows = (new HttpTextService($client, 'https://texts.tidewick.example/rows'))->rows(
            ['Name', 'Hours', 'Craft'],
            [['Ng', '4', 'clocks']],
            ['kettles'],
            4,
            9,
            'en_GB',
        );
        self::assertSame(
            [
                'POST',
                'https://texts.tidewick.example/rows',
                [
                    'headings' => ['Name', 'Hours', 'Craft'],
                    'examples' => [['Ng', '4', 'clocks']],
                    'themes' => ['kettles'],
                    'count' => 4,
                    'seed' => 9,
                    'locale' => 'en_GB',
                ],
            ],
            $sent,
        );
        self::assertSame(
            [['Tamsin', '7', '1'], ['Bo', '', ''], ['', '', ''], ['a', 'b', 'c']],
            $rows,
            'made to fit the columns, and no more than were asked for',
        );
    }

    /** @return iterable<string, array{MockResponse, string}> */
    public static function failures(): iterable
    {
        yield 'an error' => [
            new MockResponse('', ['http_code' => 500]),
            'does not respond. Nothing was added. Try again later.',
        ];
        yield 'no JSON' => [
            new MockResponse('hello', ['response_headers' => ['content-type' => 'text/html']]),
            'does not respond. Nothing was added',
        ];
        yield 'no connection' => [new MockResponse('', ['error' => 'host unreachable']), 'does not respond. Nothing was added'];
        yield 'no rows' => [
            new MockResponse('{"text": "hello"}', ['response_headers' => ['content-type' => 'application/json']]),
            'sent something other than rows. Nothing was added.',
        ];
    }

    #[DataProvider('failures')]
    public function testAServiceThatFailsIsToldInWords(MockResponse $response, string $words): void
    {
        English::refuses($words, static fn (): mixed => (new HttpTextService(
            new MockHttpClient($response),
            'https://texts.tidewick.example',
        ))->rows(
            ['Name'],
            [['Ng']],
            [],
            1,
            1,
            'en_GB',
        ));
    }
}
