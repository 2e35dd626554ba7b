<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Tests\Tools;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Drawing;
use PHPUnit\Framework\Attributes\Group;

/** Tables that come from files and go into them. */
final class TableFilesTest extends AppTestCase
{
    use Tables;

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
            'The 2 lines above the header row are left out: “Volunteers of the guild”',
            $page->text(),
        );
        self::assertStringContainsString('Lines below the rows are left out.', $page->text());
        self::assertStringContainsString('not UTF-8', $page->text());
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
        self::assertSame('3 April 2026 (usual here)', $page->filter('#order1 option')->first()->text());
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

    #[Group('stored')]
    public function testBeforeTheFirstTableThereIsNothingToGoBackToAndAnEmptiedOneComesBack(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3");
        self::assertSame('There is nothing to undo.', $this->change($project, ['op' => 'undo'])['error']);
        self::assertSame(['Ng,4', 'Oar,3'], $this->rows($project));
        $this->change($project, ['op' => 'remove', 'ids' => [1, 2]]);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        self::assertStringContainsString('All rows were deleted.', $page->text());
        $this->browser->submit($page->selectButton('Undo')->form());
        self::assertStringContainsString('Undone: 2 rows deleted.', $this->browser->followRedirect()->text());
        self::assertSame(['Ng,4', 'Oar,3'], $this->rows($project));
    }

    #[Group('stored')]
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
                '1 formula was imported as its last saved value',
                '1 cell holds a spreadsheet error',
                '1 picture in the cells is imported with the rows',
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
        self::assertStringContainsString('10 cells match', $page->text());
        self::assertSame(
            ['kettel.jpg', 'whale'],
            $page->filter('[aria-label="Missing pictures"] td:nth-child(2)')->each(static fn ($td): string => $td->text()),
        );
        $this->browser->submit($page->filter('form[action$="/mean"]')->form());
        self::assertStringContainsString(',kettle.jpg,', $this->rows($project)[0]);
    }

    #[Group('stored')]
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
                $project->design()->linkedColumns(),
                array_map(static fn ($column): string => $column->key, $project->columns()),
            ),
        );
        self::assertSame(10, $project->rowCount());
    }
}
