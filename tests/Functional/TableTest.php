<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Tests\Tools;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Drawing;

/** The table as people work on it: in the grid, with recipes, brought anew, written out, drafted. */
final class TableTest extends AppTestCase
{
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
        self::assertSame(['Row 1, Hours is “40” by now; your “5” was not taken.'], array_column($told['refused'], 'says'));
        self::assertSame(['Nga,40', 'Oar,3'], $this->rows($project));
        foreach ([['op' => 'remove', 'ids' => [1]], ['op' => 'undo'], ['op' => 'column-remove', 'key' => 'hours']] as $change) {
            $told = $this->change($project, ['version' => $version] + $change);
            self::assertResponseStatusCodeSame(409, $change['op']);
            self::assertSame('40', $told['rows'][0]['hours'], 'with the table as it is now');
        }
        $this->change($project, ['op' => 'add', 'version' => $version, 'under' => 1, 'count' => 1]);
        self::assertSame(['Nga,40', ',', 'Oar,3'], $this->rows($project), 'a new row goes in whatever happened');
    }

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
            '3 rows, 1 not made',
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
            'is made by a recipe',
            $this->change($project, ['op' => 'cells', 'cells' => [1 => ['count' => '9']]])['error'],
        );
        $this->change($project, ['op' => 'plain', 'key' => 'count']);
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['title' => '1 knot']]]);
        self::assertSame('tamsin van oar,1 knot,12,Tamsin van Oar', $this->rows($project)[0], 'plain values stay as they were');
        self::assertSame(
            'Pick the column it is made from.',
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

    public function testAMessyFileIsUnderstoodCorrectedAndTaken(): void
    {
        $project = $this->project("Old\nx");
        $bytes = (string) iconv(
            'UTF-8',
            'Windows-1250',
            "Volunteers of the guild;;\n;;\n@Photo;'Full name;Hours\nkettle.jpg;Zdeněk;4\n;Łucja;3\n;Total;7\n",
        );
        $this->post("/projects/{$project->id()}/rows/import", [], ['table' => $this->sent($bytes, 'list.csv')]);
        $page = $this->browser->followRedirect();
        self::assertSame('3', $page->filter('#heading option[selected]')->attr('value'));
        self::assertStringContainsString(
            'The 2 lines above the headings are left out: “Volunteers of the guild”',
            $page->text(),
        );
        self::assertStringContainsString('What stands below the rows is left out.', $page->text());
        self::assertStringContainsString('not in UTF-8', $page->text());
        $form = $page->filter('form[data-autosend]')->form();
        $form['encoding'] = 'Windows-1250';
        $page = $this->browser->submit($form);
        self::assertStringContainsString('Zdeněk', $page->text());
        $this->take();
        self::assertSame(['kettle.jpg,Zdeněk,4', ',Łucja,3'], $this->rows($project));
        self::assertSame(
            ['Photo', 'Full name', 'Hours'],
            array_map(static fn ($column): string => $column->heading, $this->reload($project)->columns()),
        );
        self::assertSame([], $this->waiting($project), 'what was sent is thrown away once it is taken');
    }

    public function testKindsAndTheOrderOfDatesAreSaidBeforeItIsTaken(): void
    {
        $project = $this->starter('winter-pin');
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            [
                'table' => $this->sent(
                    "Tag,Issued,Signed,Thing\n1,03/04/2026,25/12/2026,kettle\n2,05/06/2026,03/04/2026,lamp\n",
                    'list.csv',
                ),
            ],
        );
        $page = $this->browser->followRedirect();
        self::assertSame(
            ['number', 'date', 'date', 'picture'],
            $page->filter('.kind-pick option:first-child')->each(static fn ($option): string => $option->text()),
            'kettle and lamp are pictures of this project',
        );
        self::assertCount(1, $page->filter('[id^="order"]'), 'no month has the number 25, so only one column is asked about');
        self::assertSame('3 April 2026, as is usual here', $page->filter('#order1 option')->first()->text());
        $form = $page->filter('#understood')->form();
        $form['kind0'] = 'text';
        $form['order1'] = 'month';
        $this->browser->submit($form);
        $this->take();
        $columns = $this->reload($project)->columns();
        self::assertSame(
            [ColumnKind::Text, null, null, null],
            array_map(static fn (Column $column): ?ColumnKind => $column->kind, $columns),
        );
        self::assertSame(
            [null, true, false, null],
            array_map(static fn (Column $column): ?bool => $column->monthFirst, $columns),
            'said of one, told by the dates of the other',
        );
    }

    public function testBeforeTheFirstTableThereIsNothingToGoBackToAndAnEmptiedOneComesBack(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3");
        self::assertSame('There is nothing to undo.', $this->change($project, ['op' => 'undo'])['error']);
        self::assertSame(['Ng,4', 'Oar,3'], $this->rows($project));
        $this->change($project, ['op' => 'remove', 'ids' => [1, 2]]);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        self::assertStringContainsString('All rows were taken away.', $page->text());
        $this->browser->submit($page->selectButton('Undo')->form());
        self::assertStringContainsString('Undone: 2 rows removed.', $this->browser->followRedirect()->text());
        self::assertSame(['Ng,4', 'Oar,3'], $this->rows($project));
    }

    public function testWhatMustStayInSightOfAPictureIsSetFromTheRows(): void
    {
        $project = $this->starter('winter-pin');
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows/pictures?picture=boot.jpg");
        self::assertStringContainsString('shown by rows 2, 12', $page->filter('#picture')->text());
        self::assertStringContainsString('Found in the picture by itself.', $page->filter('#picture')->text());
        $focus = (string) $page->filter('#focus')->attr('data-focus');
        $this->post($focus, ['x' => '0.25', 'y' => '0.8']);
        self::assertStringContainsString('left:25%;top:80%', $this->body());
        self::assertStringContainsString('Set by hand', $this->body());
        $this->post($focus);
        self::assertStringContainsString('Found in the picture by itself.', $this->body());
        $this->post(str_replace('boot', 'gone', $focus));
        self::assertResponseStatusCodeSame(404);
    }

    public function testValuesWithoutOthersAreListedWhileAMapIsSetUp(): void
    {
        $project = $this->project("Full name|Town\nNg|NW\nOar|nw\nPip|Strand\nTamsin|");
        $told = $this->change($project, ['recipe' => ['recipe' => 'map', 'column' => 'town', 'pairs' => []]], 'taste');
        self::assertResponseIsSuccessful();
        self::assertSame(
            ['Say at least one value and what it becomes.', [['NW', 2], ['Strand', 1]]],
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

    public function testANewerFileIsComparedAndTakenOverAndTakenBack(): void
    {
        $project = $this->project("Register|Full name|Hours\n1|Ng|4\n2|Oar|3\n3|Pip|2");
        $this->change($project, ['op' => 'switch', 'ids' => [2], 'off' => true]);
        $this->change($project, [
            'op' => 'column-add',
            'heading' => 'Loud',
            'recipe' => ['recipe' => 'case', 'column' => 'full_name', 'way' => 'upper'],
        ]);
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            ['table' => $this->sent("Register,Full name,Hours\n2,Oar,30\n1,Ng,4\n4,Tamsin,1\n", 'newer.csv')],
        );
        $page = $this->browser->followRedirect();
        $page = $this->browser->submit($page->filter('form[action$="/update"]')->form());
        self::assertSame(
            ['1', '1', '1', '1'],
            $page->filter('.facts dd')->each(static fn ($dd): string => $dd->text()),
            'added, changed, not in the file, moved',
        );
        self::assertStringContainsString('3', $page->filter('del')->text());
        self::assertStringContainsString('30', $page->filter('ins')->text());
        self::assertSame(
            ['1,Ng,4,NG', '2,Oar,3,OAR', '3,Pip,2,PIP'],
            $this->rows($project),
            'nothing is changed by looking at it',
        );
        $this->browser->submit($page->filter('form[method=post]')->form());
        self::assertSame(['2,Oar,30,OAR', '1,Ng,4,NG', '4,Tamsin,1,TAMSIN'], $this->rows($project));
        $active = self::getContainer()->get(TableRows::class)->active($this->reload($project));
        self::assertSame(
            ['Ng', 'Tamsin'],
            array_map(static fn (Record $row): string => $row->cells['full_name'], $active),
            'Oar is still switched off',
        );
        $this->change($project, ['op' => 'undo']);
        self::assertSame(['1,Ng,4,NG', '2,Oar,3,OAR', '3,Pip,2,PIP'], $this->rows($project));
    }

    public function testAWorkbookComesWithItsPicturesFormulasAndErrorsAndAnySheet(): void
    {
        $project = $this->project("Old\nx");
        $book = new Spreadsheet();
        $book
            ->getActiveSheet()
            ->setTitle('Notes')
            ->fromArray([['nothing here'], ['of use']]);
        $table = $book->createSheet()->setTitle('People');
        $table->fromArray([['Photo', 'Full name', 'Hours'], [null, 'Ng', '=2+2'], [null, 'Oar', '#N/A']]);
        $drawing = new Drawing();
        $drawing
            ->setPath(\dirname(__DIR__) . '/Fixtures/plain.jpg')
            ->setCoordinates('A3')
            ->setWorksheet($table);
        $path = tempnam(sys_get_temp_dir(), 'book') . '.xlsx';
        IOFactory::createWriter($book, 'Xlsx')->save($path);
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            ['table' => $this->sent((string) file_get_contents($path), 'people.xlsx')],
        );
        $page = $this->browser->followRedirect();
        $form = $page->filter('form[data-autosend]')->form();
        $form['sheet'] = 'People';
        $page = $this->browser->submit($form);
        foreach (
            [
                '1 formula was taken by the value',
                '1 cell holds an error of the spreadsheet',
                'A picture in the cells comes in with the rows',
            ]
            as $words
        ) {
            self::assertStringContainsString($words, $page->text());
        }
        $this->take();
        $rows = $this->rows($project);
        self::assertSame(',Ng,4', $rows[0]);
        self::assertMatchesRegularExpression('/^.+\.jpg,Oar,#N\/A$/', $rows[1], 'the picture is named in its cell');
    }

    public function testTablesAreWrittenOutWithNothingToRunAndComeBackTheSame(): void
    {
        $project = $this->project("Full name|Hours|Note\nNg|-4|=1+1\nOar|3|@sum(a) and \"quotes\"\nZdeněk|+2|-word");
        $this->change($project, [
            'op' => 'column-add',
            'heading' => 'Loud',
            'recipe' => ['recipe' => 'case', 'column' => 'full_name', 'way' => 'upper'],
        ]);
        $csv = $this->file("/projects/{$project->id()}/rows/write.csv");
        self::assertSame(
            "\xEF\xBB\xBF\"Full name\",Hours,Note,Loud\r\nNg,-4,'=1+1,NG\r\nOar,3,\"'@sum(a) and " .
            "\"\"quotes\"\"\",OAR\r\nZdeněk,+2,'-word,ZDENĚK\r\n",
            $csv,
        );
        foreach (['xlsx', 'ods'] as $ending) {
            $bytes = $this->file("/projects/{$project->id()}/rows/write.$ending");
            $this->post("/projects/{$project->id()}/rows/import", [], ['table' => $this->sent($bytes, "back.$ending")]);
            $this->take();
            self::assertSame(
                ['Ng,-4,=1+1,NG', 'Oar,3,@sum(a) and "quotes",OAR', 'Zdeněk,+2,-word,ZDENĚK'],
                $this->rows($project),
                $ending,
            );
            $this->change($project, ['op' => 'undo']);
        }
    }

    public function testABlankSheetIsFilledInAndBroughtBack(): void
    {
        $project = $this->starter('winter-pin');
        foreach (['xlsx', 'ods', 'csv'] as $ending) {
            $bytes = $this->file("/projects/{$project->id()}/rows/blank.$ending");
            if ('xlsx' === $ending) {
                self::assertStringContainsString('The name of a picture', Tools::unzip($bytes)['xl/comments1.xml']);
            }
            $this->post("/projects/{$project->id()}/rows/import", [], ['table' => $this->sent($bytes, "blank.$ending")]);
            $this->take();
            self::assertSame(
                ['Photo', 'Kicker', 'Title', 'Minutes', 'Tool'],
                array_map(static fn ($column): string => $column->heading, $this->reload($project)->columns()),
                $ending,
            );
            self::assertStringContainsString(
                'all linked',
                $this->browser
                    ->request('GET', "/projects/{$project->id()}/compose")
                    ->filter('#bar')
                    ->text(),
            );
        }
    }

    public function testPicturesMissingFromRowsAreListedWithNearMisses(): void
    {
        $project = $this->starter('winter-pin');
        $this->change($project, [
            'op' => 'cells',
            'cells' => [1 => ['photo' => 'kettel.jpg'], 2 => ['photo' => 'whale'], 3 => ['photo' => 'PHOTOS/Um-brella.PNG']],
        ]);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows/pictures");
        self::assertStringContainsString('10 cells have theirs', $page->text());
        self::assertSame(
            ['kettel.jpg', 'whale'],
            $page->filter('[aria-label="Missing pictures"] td:nth-child(2)')->each(static fn ($td): string => $td->text()),
        );
        $this->browser->submit($page->filter('form[action$="/mean"]')->form());
        self::assertStringContainsString(',kettle.jpg,', $this->rows($project)[0]);
    }

    public function testTypingFromNothingBeginsWithTheColumnsTheDesignShows(): void
    {
        $this->browser->loginUser($this->member());
        $this->post('/projects', ['starter' => 'claim-tag']);
        self::assertSame(
            1,
            preg_match('~/projects/(\w+)/~', (string) $this->browser->getResponse()->headers->get('Location'), $m),
        );
        $this->post("/projects/$m[1]/rows/begin");
        $project = $this->entities()->find(Project::class, $m[1]);
        self::assertNotNull($project);
        self::assertSame(
            [],
            array_diff(
                $project->template()->linkedColumns(),
                array_map(static fn ($column): string => $column->key, $project->columns()),
            ),
        );
        self::assertSame(10, $project->rowCount());
    }

    /** Brings a newer file of the table and takes it over, matched by a column. */
    private function update(Project $project, string $bytes, string $name, string $key): void
    {
        $this->post("/projects/{$project->id()}/rows/import", [], ['table' => $this->sent($bytes, $name)]);
        $this->post(str_replace('/update', '', (string) $this->browser->getResponse()->headers->get('Location')) . '/update', [
            'key' => $key,
        ]);
        self::assertResponseRedirects("/projects/{$project->id()}/rows");
    }

    private function file(string $address): string
    {
        $this->browser->request('GET', $address);
        self::assertResponseIsSuccessful();

        return $this->browser->getInternalResponse()->getContent();
    }

    /** @return list<string> names of files that wait to be taken over */
    private function waiting(Project $project): array
    {
        return $this->stored("imports/{$project->id()}");
    }

    /** @return list<string> cells of each row, with commas between */
    private function rows(Project $project): array
    {
        return array_map(
            static fn (Record $row): string => implode(',', $row->cells),
            self::getContainer()->get(TableRows::class)->rows($this->reload($project)),
        );
    }
}
