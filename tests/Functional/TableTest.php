<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;

/** The table as people work on it: in the grid, with recipes, brought anew, written out, drafted. */
final class TableTest extends AppTestCase
{
    use Tables;

    public function testCellsAreChangedTakenBackAndDoneAgain(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3");
        $version = $project->tableVersion();
        $told = $this->change($project, [
            'op' => 'cells',
            'version' => $version,
            'cells' => [2 => ['hours' => '30']],
            'new' => [['full_name' => 'Pip']],
        ]);
        self::assertTrue($told['all']);
        self::assertSame(['Ng,4', 'Oar,30', 'Pip,'], $this->rows($project));
        self::assertStringContainsString('3 rows, 2 columns', $told['bar']);
        self::assertSame('Undone: 2 cells changed.', $this->change($project, ['op' => 'undo'])['message']);
        self::assertSame(['Ng,4', 'Oar,3'], $this->rows($project));
        $this->change($project, ['op' => 'redo']);
        self::assertSame(['Ng,4', 'Oar,30', 'Pip,'], $this->rows($project));
        $told = $this->change($project, ['op' => 'cells', 'cells' => [1 => ['gone' => 'x']]]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('There is no column “gone” in the table.', $told['error']);
    }

    public function testChangesOfDifferentCellsMergeAndOthersAreRefusedWithTheNewerValue(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3");
        $version = $project->tableVersion();
        $this->change($project, [
            'op' => 'cells',
            'version' => $version,
            'cells' => [1 => ['hours' => '40']],
            'seen' => [1 => ['hours' => '4']],
        ]);
        // A second window that has not seen this.
        $told = $this->change($project, [
            'op' => 'cells',
            'version' => $version,
            'cells' => [1 => ['full_name' => 'Nga', 'hours' => '5']],
            'seen' => [1 => ['full_name' => 'Ng', 'hours' => '4']],
        ]);
        self::assertResponseIsSuccessful();
        self::assertTrue($told['all'], 'it gets all that it has missed');
        self::assertSame(['Row 1, Hours is now “40”; your “5” was not saved.'], array_column($told['refused'], 'says'));
        self::assertSame(['Nga,40', 'Oar,3'], $this->rows($project));
        foreach ([['op' => 'remove', 'ids' => [1]], ['op' => 'undo'], ['op' => 'column-remove', 'key' => 'hours']] as $change) {
            $told = $this->change($project, ['version' => $version] + $change);
            self::assertResponseStatusCodeSame(409, $change['op']);
            self::assertSame('40', $told['rows'][0]['hours'], 'with the table as it is now');
        }
        $this->change($project, ['op' => 'add', 'version' => $version, 'under' => 1, 'count' => 1]);
        self::assertSame(['Nga,40', ',', 'Oar,3'], $this->rows($project), 'a new row goes in whatever happened');
    }

    #[Group('stored')]
    public function testAChangeWhoseAnswerWasLostIsMadeOnce(): void
    {
        $project = $this->project("Full name|Hours\nNg|4");
        foreach ([1, 2, 3] as $again) {
            $this->change($project, ['op' => 'cells', 'token' => 'one', 'cells' => [], 'new' => [['full_name' => 'Pip']]]);
            self::assertResponseIsSuccessful();
        }
        self::assertSame(['Ng,4', 'Pip,'], $this->rows($project));
    }

    public function testZerosAreSavedInTheGridAndByAnUpdate(): void
    {
        $project = $this->project("Full name|Tag\nNg|7\nOar|1.0\nPip|1e3");
        $this->change($project, [
            'op' => 'cells',
            'cells' => [1 => ['tag' => '007'], 2 => ['tag' => '1'], 3 => ['tag' => '1000']],
        ]);
        self::assertSame(['Ng,007', 'Oar,1', 'Pip,1000'], $this->rows($project));
        $this->update($project, "Full name,Tag\nNg,7\nOar,1.0\nPip,1e3\n", 'tags.csv', 'full_name');
        self::assertSame(['Ng,7', 'Oar,1.0', 'Pip,1e3'], $this->rows($project));
        self::assertSame('tags.csv', $this->reload($project)->source(), 'and where it came from is known');
    }

    public function testRowsThatAreSwitchedOffOrDraftsAreSkippedByRuns(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3\nPip|2");
        $this->change($project, ['op' => 'switch', 'ids' => [2], 'off' => true]);
        $planner = self::getContainer()->get(RunPlanner::class);
        $plan = $planner->plan($this->reload($project), $this->orderOf('svg', '{full_name}', 'x'));
        self::assertSame(['Ng', 'Pip'], array_column($plan->pieces, 'name'));
        self::assertStringContainsString(
            '3 rows, 1 left out',
            (string) $this->browser
                ->request('GET', "/projects/{$project->id()}/rows")
                ->filter('#bar')
                ->text(),
        );
        $this->post("/projects/{$project->id()}/rows/draft", ['count' => '5', 'seed' => '3', 'themes' => "kettles\nboots"]);
        $drafted = \array_slice($this->rows($project), 3);
        self::assertCount(5, $drafted);
        self::assertSame(
            ['Ng', 'Pip'],
            array_column(
                $planner->plan($this->reload($project), $this->orderOf('svg', '{full_name}', 'x'))->pieces,
                'name',
            ),
            'drafts are made only once accepted',
        );
        $this->change($project, ['op' => 'undo']);
        $this->post("/projects/{$project->id()}/rows/draft", ['count' => '5', 'seed' => '3', 'themes' => "kettles\nboots"]);
        self::assertSame($drafted, \array_slice($this->rows($project), 3), 'the same seed gives the same rows');
        $this->change($project, ['op' => 'accept', 'ids' => [9, 10]]);
        self::assertCount(4, $planner->plan($this->reload($project), $this->orderOf('svg', '{full_name}', 'x'))->pieces);
    }

    public function testDraftsFollowTheirColumns(): void
    {
        $project = $this->starter('winter-pin');
        $this->post("/projects/{$project->id()}/rows/draft", ['count' => '4', 'seed' => '1', 'themes' => "kettles\nclocks"]);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        $grid = json_decode($page->filter('#first-rows')->text(), true);
        $drafts = \array_slice($grid['rows'], -4);
        self::assertSame([true, true, true, true], array_column($drafts, '_draft'));
        self::assertSame(
            ['kettle', 'clock', 'kettle', 'clock'],
            array_column($drafts, 'photo'),
            'pictures that are here and like the theme',
        );
        self::assertSame('picture', $grid['columns'][2]['kind'], 'a picture placeholder shows it');
        self::assertMatchesRegularExpression('/^\S+ the kettles .+$/', $drafts[0]['title']);
        self::assertContains(
            $drafts[0]['tool'],
            array_column(\array_slice($grid['rows'], 0, 12), 'tool'),
            'only the first column of texts is written anew',
        );
        self::assertGreaterThan(0, (int) $drafts[0]['minutes']);
    }

    public function testARecipeMakesAColumnThatRunsAgainByItselfAndCanBeLinked(): void
    {
        $project = $this->project("Full name|Title\nng|7 quick fixes\noar|3 stitches");
        $tasted = $this->change($project, ['recipe' => ['recipe' => 'split', 'column' => 'title', 'how' => 'number']], 'taste');
        self::assertSame(['7', '3'], $tasted['cells']);
        $this->change($project, [
            'op' => 'column-add',
            'heading' => 'Count',
            'behind' => 'title',
            'recipe' => ['recipe' => 'split', 'column' => 'title', 'how' => 'number'],
        ]);
        $this->change($project, [
            'op' => 'column-add',
            'heading' => 'Name',
            'recipe' => ['recipe' => 'case', 'column' => 'full_name', 'way' => 'title'],
        ]);
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['title' => '12 knots', 'full_name' => 'tamsin van oar']]]);
        self::assertSame(['tamsin van oar,12 knots,12,Tamsin van Oar', 'oar,3 stitches,3,Oar'], $this->rows($project));
        $this->post("/projects/{$project->id()}/compose/link", ['layer' => 'recipient', 'column' => 'D']);
        self::assertStringContainsString('Tamsin van Oar', $this->body());
        self::assertStringContainsString(
            'is a computed column',
            $this->change($project, ['op' => 'cells', 'cells' => [1 => ['count' => '9']]])['error'],
        );
        $this->change($project, ['op' => 'plain', 'key' => 'count']);
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['title' => '1 knot']]]);
        self::assertSame('tamsin van oar,1 knot,12,Tamsin van Oar', $this->rows($project)[0], 'plain values stay as they were');
        self::assertSame(
            'Choose the column to compute from.',
            $this->change($project, ['recipe' => ['recipe' => 'case']], 'taste')['error'],
        );
    }

    public function testAColumnIsRenamedAndLinksFollow(): void
    {
        $project = $this->project();
        $this->change($project, ['op' => 'column-rename', 'key' => 'full_name', 'heading' => 'Volunteer']);
        self::assertStringContainsString(
            'all linked',
            $this->browser
                ->request('GET', "/projects/{$project->id()}/compose")
                ->filter('#bar')
                ->text(),
        );
        self::assertStringContainsString('Ottilie Brandvold-Anning', $this->body());
    }

    public function testReplacingIsCountedBeforeItHappens(): void
    {
        $project = $this->project("Full name|Town\nNg|NW\nOar|nw harbour\nPip|Strand");
        $replace = ['op' => 'replace', 'find' => 'nw', 'with' => 'Northwater', 'keys' => ['town'], 'ids' => null];
        self::assertSame(['found' => 2], $this->change($project, $replace + ['countOnly' => true]));
        self::assertSame(
            ['found' => 0],
            $this->change($project, ['sameCase' => true, 'find' => 'Nw'] + $replace + ['countOnly' => true]),
        );
        $this->change($project, $replace);
        self::assertSame(['Ng,Northwater', 'Oar,Northwater harbour', 'Pip,Strand'], $this->rows($project));
    }

    public function testDatesAreReadTheWayTheirColumnSays(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|03/04/2026|1");
        $first = json_decode(
            $this->browser
                ->request('GET', "/projects/{$project->id()}/rows")
                ->filter('#first-rows')
                ->text(),
            true,
        );
        self::assertNotNull($first['columns'][3]['ambiguous'], 'it is asked about');
        $stage = fn (): string => $this->browser
            ->request('GET', "/projects/{$project->id()}/compose")
            ->filter('#page svg')
            ->text();
        self::assertStringContainsString('3 April 2026', $stage());
        $told = $this->change($project, ['op' => 'kind', 'key' => 'issued', 'kind' => 'date', 'monthFirst' => true]);
        self::assertNull($told['columns'][3]['ambiguous']);
        self::assertStringContainsString('4 March 2026', $stage());
        self::assertSame(
            '03/04/2026',
            self::getContainer()->get(TableRows::class)->row($this->reload($project), 1)->cells['issued'] ?? '',
            'the cell is as it was',
        );
        $when = [
            'recipe' => 'when',
            'column' => 'issued',
            'test' => 'filled',
            'value' => '',
            'then' => '{issued, date, long}',
            'otherwise' => '',
        ];
        $told = $this->change($project, ['op' => 'column-add', 'heading' => 'In words', 'recipe' => $when]);
        self::assertSame('4 March 2026', $told['rows'][0]['in_words'], 'recipes know it, too');
        $this->order($project, ['format' => 'pdf', 'file' => 'dates']);
        $this->work();
        self::assertStringContainsString('4 March 2026', Tools::pdfText($this->download($project)), 'and runs');
    }

    public function testApostrophesAndBracesInARecipesWordsStayWhatTheyAre(): void
    {
        $project = $this->project("Full name|Craft\nNg|clocks");
        $words = [['words' => "the guild's '"], ['column' => 'craft', 'shown' => 'as-written'], ['words' => "' {x}"]];
        $told = $this->change($project, [
            'op' => 'column-add',
            'heading' => 'Line',
            'recipe' => ['recipe' => 'join', 'pattern' => $words],
        ]);
        self::assertSame("the guild's 'clocks' {x}", $told['rows'][0]['line']);
        self::assertSame(
            ["the guild's '", "' {x}"],
            array_column($told['columns'][2]['recipe']['pattern'], 'words'),
            'the editor gets them back so',
        );
    }

    #[Group('stored')]
    public function testWhatMustStayInSightOfAPictureIsSetFromTheRows(): void
    {
        $project = $this->starter('winter-pin');
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows/pictures?picture=boot.jpg");
        self::assertStringContainsString('Used by rows 2, 12', $page->filter('#picture')->text());
        self::assertStringContainsString('Found automatically.', $page->filter('#picture')->text());
        $focus = (string) $page->filter('#focus')->attr('data-focus');
        $this->post($focus, ['x' => '0.25', 'y' => '0.8']);
        self::assertStringContainsString('left:25%;top:80%', $this->body());
        self::assertStringContainsString('Set by you', $this->body());
        $this->post($focus);
        self::assertStringContainsString('Found automatically.', $this->body());
        $this->post(str_replace('boot', 'gone', $focus));
        self::assertResponseStatusCodeSame(404);
    }

    public function testValuesWithoutOthersAreListedWhileAMapIsSetUp(): void
    {
        $project = $this->project("Full name|Town\nNg|NW\nOar|nw\nPip|Strand\nTamsin|");
        $told = $this->change($project, ['recipe' => ['recipe' => 'map', 'column' => 'town', 'pairs' => []]], 'taste');
        self::assertResponseIsSuccessful();
        self::assertSame(
            ['Enter at least one value and its replacement.', [['NW', 2], ['Strand', 1]]],
            [$told['error'], $told['unmatched']],
        );
        $told = $this->change(
            $project,
            ['recipe' => ['recipe' => 'map', 'column' => 'town', 'pairs' => [['NW', 'Northwater']]]],
            'taste',
        );
        self::assertSame(
            [['Northwater', 'Northwater', 'Strand', ''], ['NW', 'nw', 'Strand', ''], [['Strand', 1]]],
            [$told['cells'], $told['before'], $told['unmatched']],
        );
    }
}
