<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Production\Binder;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\Format\SheetPdfSettings;
use Morphea\App\Engine\Production\Format\Sheets;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\PrintSheets\KeptLabels;
use Morphea\App\Runs\Runs\SavedOrder;
use Morphea\Core\Design\Styles\GuideUse;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Naming\PictureNames;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\DomCrawler\Crawler;

/** The planner of print sheets, and the runs that come of it. */
final class SheetsTest extends AppTestCase
{
    public function testThePlannerShowsTruePiecesTheWaysTheyCouldLieAndThePiles(): void
    {
        $project = $this->starter('stub-tag');
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertSame("/projects/{$project->id()}/press/sheets", $page->filter('#as-sheets')->attr('href'));
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press/sheets");
        self::assertResponseIsSuccessful();
        self::assertSame('Make 28 sheets', $page->filter('#make')->text());
        self::assertSame(
            ['10 up 2 × 5', '6 up 3 × 2, rotated'],
            \array_slice($page->filter('.offers .btn')->each(self::words(...)), 0, 2),
        );
        self::assertStringContainsString('11 up without marks', $page->filter('.offers')->text());
        self::assertSame('Place 1: rows 1 to 28 1 1 28', $page->filter('.pile')->first()->text());
        self::assertSame('Place 10: rows 253 to 280 10 253 280', $page->filter('.pile')->last()->text());
        $svg = $page->filter('.paper-svg')->html();
        foreach (['000001', '000029', '000253'] as $number) {
            self::assertStringContainsString($number, $svg, 'the pieces are true');
        }
        self::assertStringNotContainsString('000002', $svg);
        self::assertStringContainsString('>92<', $svg, 'measures');
        $second = $this->planned($project, ['at' => '2']);
        self::assertStringContainsString('000002', $second->filter('.paper-svg')->html());
        self::assertStringContainsString('Sheet 2 of 28, rows 2, 30 … 254', $second->filter('.sheet-turn')->text());
    }

    public function testEveryChoiceIsPlannedAtOnce(): void
    {
        $project = $this->starter('stub-tag');
        $turned = $this->planned($project, ['sheet' => ['lay' => 'turned', 'order' => 'rows', 'last' => 'balanced']]);
        self::assertStringContainsString('Make 47 sheets', $turned->text());
        self::assertStringContainsString('so the piles put together are not', $turned->filter('#sheet-piles')->text());
        $deep = $this->planned($project, ['sheet' => ['depth' => '10'], 'which' => 'some', 'rows' => '1-205']);
        self::assertStringContainsString('first of 3 stacks', $deep->filter('#sheet-piles')->text());
        $a3 = $this->planned($project, ['sheet' => ['paper' => 'A3', 'lying' => '1', 'marks' => ['', 'slug', 'registration', 'centre']]]);
        self::assertStringContainsString('claim-tags-with-a-stub-sheets · sheet 1 of 14', $a3->filter('.paper-svg')->text());
        self::assertSame('420', $a3->filter('.measure-words')->first()->text());
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield 'a gap below zero' => [['sheet' => ['gap' => '-1']], 'The gap is “-1”. Enter 0 to 100 mm.'];
        yield 'too large' => [
            ['sheet' => ['paper' => 'own', 'width' => '60', 'height' => '60']], 'A piece of 92 × 50 mm does not fit on 60 × 60 mm',
        ];
        yield 'nothing left' => [['sheet' => ['margin' => '90']], '18 × 105 mm are left. It fits on A3 (4 up)'];
        yield 'too many' => [['sheet' => ['copies' => '999']], 'These would be 279,720 pieces, and 50,000 is the maximum at once.'];
        yield 'no rows' => [['which' => 'some', 'rows' => '900'], 'outside the table'];
        yield 'labels that are gone' => [['label' => 'kept-99'], 'These labels have been deleted.'];
        yield 'a label that is not there' => [
            ['label' => '99.1 × 57, 10 a sheet', 'sheet' => ['start' => '11']], 'A sheet has 10 labels, so the first cannot be number 11',
        ];
    }

    /** @param array<string, mixed> $said */
    #[DataProvider('wrong')]
    public function testWhatCannotBeLaidSaysWhyAndMakesNothing(array $said, string $words): void
    {
        $project = $this->starter('stub-tag');
        $page = $this->planned($project, $said);
        self::assertStringContainsString($words, $page->filter('[role=alert]')->text());
        self::assertNotNull($page->filter('#make')->attr('disabled'));
        $this->post("/projects/{$project->id()}/press/sheets/runs", $said + ['formats' => ['sheets']]);
        self::assertStringContainsString($words, $this->browser->followRedirect()->text());
        self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM run'));
    }

    public function testARunMakesOnePdfAndTheNextOneTriesNothingAgain(): void
    {
        $project = $this->starter('lending-card');
        $said = ['formats' => ['sheets'], 'file' => 'cards', 'which' => 'all', 'sheet' => ['both' => 'long', 'lay' => 'upright']];
        $this->post("/projects/{$project->id()}/press/sheets/runs", $said);
        self::assertResponseRedirects("/projects/{$project->id()}/press");
        $this->work();
        $pdf = $this->download($project);
        Tools::assertSoundPdf($pdf);
        self::assertSame(6, Tools::pages($pdf));
        self::assertStringContainsString('TOOL-001', Tools::pdfText($pdf));
        self::assertSame(0, $this->newestRun()->job()->outcome()['taken']);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertStringContainsString('print sheets', $page->filter('.run')->text());
        self::assertStringContainsString('Download PDF', $page->filter('.run')->text());

        // Another order of the same pieces, and one PDF of them: nothing of it is drawn again to be tried.
        $this->entities()->clear();
        $this->post("/projects/{$project->id()}/press/sheets/runs", ['sheet' => ['both' => 'short', 'order' => 'rows']] + $said);
        $this->work();
        self::assertSame(10, $this->newestRun()->job()->outcome()['taken']);
        Tools::assertSoundPdf($this->download($project));
        $usual = $this->browser->request('GET', "/projects/{$project->id()}/press/sheets");
        self::assertSame('rows', $usual->filter('#sheet-order option[selected]')->attr('value'), 'as the last sheets were');
        self::assertSame('cards', $usual->filter('#file')->attr('value'));
        // Press itself is as it was: sheets are planned on their own page.
        $press = $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertSame('pdfs', $press->filter('.formats input:checked, .formats input[checked]')->attr('value'));
    }

    public function testARowThatCannotBeMadeIsLeftOutAndTheOthersCloseUp(): void
    {
        $project = $this->project(
            "Full name|Hours|Craft|Issued|Register\nNg|7|clocks|2026-01-01|1\nBo|ten|chairs|2026-01-01|2\nCy|5|radios|2026-01-01|3",
        );
        $this->post("/projects/{$project->id()}/press/sheets/runs", ['formats' => ['sheets'], 'sheet' => ['paper' => 'SRA3']]);
        $this->work();
        $run = $this->newestRun();
        self::assertSame(JobState::Done, $run->job()->state());
        self::assertSame(1, $run->job()->outcome()['failed']);
        $pdf = $this->download($project);
        self::assertSame(1, Tools::pages($pdf), 'two are left, and lie on one sheet');
        self::assertMatchesRegularExpression('/Ng.*Cy/s', Tools::pdfText($pdf));
        self::assertStringNotContainsString('Bo', Tools::pdfText($pdf));
    }

    public function testAPieceThatCannotBeDrawnAfterAllIsFoundOnItsSheetAndTheOthersAreBound(): void
    {
        $file = self::getContainer()->get(StarterShelf::class)->load('lending-card') ?? self::fail();
        $sound = self::getContainer()->get(FilePictures::class)->load($file);
        $broken = new PictureSet(
            static fn (): PictureNames => new PictureNames($file->pictures->names),
            // Its bytes are others, and so is their hash: whoever drew the sound one before does not take it for this.
            static fn (string $name): ?Picture => 'saw.svg' === $name && null !== ($saw = $sound->picture($name))
                ? new Picture(...['hash' => 'broken'] + get_object_vars($saw))
                : $sound->picture($name),
            static fn (Picture $picture, PictureLook $look): PictureContent => 'saw.svg' === $picture->name
                ? PictureContent::drawn('<no')
                : $sound->content($picture, $look),
        );
        $layouter = self::getContainer()->get(Engines::class)->with([])->layouter;
        $sheets = new ChosenFormat(
            self::getContainer()->get(Sheets::class),
            new SheetPdfSettings(new SettingsInput(['sheet' => '{"both":"long"}'])),
        );
        $making = new Production($file->design, [$sheets], $layouter, $broken, new EvenSizes());
        $rows = iterator_to_array($file->table?->records() ?? [], false);
        $wanted = array_map(static fn (Record $row): PieceRequest => new PieceRequest($row->number, "card $row->number", $row), $rows);
        $pdf = '';
        $failed = [];
        self::getContainer()->get(Binder::class)->bind(
            $making,
            static fn (): array => $wanted,
            'cards',
            static function (string $name, string $path) use (&$pdf): void {
                $pdf = (string) file_get_contents($path);
            },
            static function (PieceRequest $piece, Message|string $why) use (&$failed): void {
                $failed[$piece->row->number] = $why;
            },
        );
        $saws = array_filter($rows, static fn (Record $row): bool => 'saw' === $row->cells['drawing']);
        self::assertSame(array_map(static fn (Record $row): int => $row->number, array_values($saws)), array_keys($failed), 'those alone');
        Tools::assertSoundPdf($pdf);
        $text = Tools::pdfText($pdf);
        self::assertSame(10 - \count($saws), substr_count($text, 'TOOL-0'));
        foreach ($saws as $saw) {
            self::assertStringNotContainsString("TOOL-{$saw->cells['no']}", $text);
        }
    }

    public function testAnOrderIsKeptAndComesBackInThePlanner(): void
    {
        $project = $this->starter('stub-tag');
        $this->post("/projects/{$project->id()}/press/sheets/orders", [
            'formats' => ['sheets'], 'kept' => 'ten up', 'sheet' => ['lay' => 'turned', 'gap' => '2,5', 'order' => 'columns'],
        ]);
        $kept = $this->entities()->getRepository(SavedOrder::class)->findOneBy(['name' => 'ten up']) ?? self::fail();
        self::assertResponseRedirects("/projects/{$project->id()}/press/sheets?order={$kept->id()}");
        $page = $this->browser->followRedirect();
        self::assertSame('2.5', $page->filter('#sheet-gap')->attr('value'));
        self::assertSame('columns', $page->filter('#sheet-order option[selected]')->attr('value'));
        $press = $this->browser->request('GET', "/projects/{$project->id()}/press");
        $link = $press->filter('.kept a')->attr('href');
        self::assertSame("/projects/{$project->id()}/press/sheets?order={$kept->id()}", $link, 'it leads to the planner');
    }

    public function testLabelsAreKeptForAllProjectsOfTheirMemberAndOfNobodyElse(): void
    {
        $project = $this->starter('claim-tag');
        $own = ['paper' => 'A4', 'columns' => '2', 'rows' => '4', 'width' => '95', 'height' => '60', 'left' => '8', 'top' => '12',
            'across' => '98', 'down' => '65', 'corner' => '2'];
        $wrong = $this->post("/projects/{$project->id()}/press/labels", ['labelsName' => 'drawer', 'own' => ['columns' => '9'] + $own]);
        $trouble = $wrong->filter('[role=alert]')->text();
        self::assertStringContainsString('9 columns need 887 mm, but the paper is 210 mm wide.', $trouble);
        $select = $this->post("/projects/{$project->id()}/press/labels", ['labelsName' => 'drawer', 'own' => $own]);
        self::assertSame('drawer', $select->filter('option[selected]')->text());
        $id = $this->entities()->getRepository(KeptLabels::class)->findOneBy(['name' => 'drawer'])?->id() ?? self::fail();
        $page = $this->planned($project, ['label' => "kept-$id", 'sheet' => ['start' => '3', 'used' => '4', 'order' => 'rows']]);
        self::assertSame('8 up 2 × 4', $page->filter('.offers .btn')->first()->text());
        $labels = $page->filter('.sheet-used');
        self::assertCount(8, $labels);
        self::assertSame(
            ['true', 'true', 'false', 'false', 'true', 'false', 'false', 'false'],
            $labels->each(static fn (Crawler $one): ?string => $one->attr('aria-pressed')),
        );
        self::assertSame('Place 3: rows 1 to 40 3 1 40', $page->filter('.pile')->eq(2)->text());

        $other = $this->project(email: 'ben@tidewick.example');
        $page = $this->planned($other, ['label' => "kept-$id"]);
        self::assertStringContainsString('These labels have been deleted.', $page->filter('[role=alert]')->text());
        $this->post("/projects/{$other->id()}/press/labels/$id/forget");
        self::assertResponseStatusCodeSame(404);
        self::assertSame(1, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM kept_labels'));
        $this->entities()->clear();
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail());
        $this->post("/projects/{$project->id()}/press/labels/$id/forget");
        self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM kept_labels'));
    }

    public function testATestSheetMeasuresThePrinter(): void
    {
        $project = $this->starter('lending-card');
        $this->post("/projects/{$project->id()}/press/sheets/test", ['formats' => ['sheets'], 'sheet' => ['paper' => 'Letter']]);
        $pdf = $this->body();
        Tools::assertSoundPdf($pdf);
        self::assertSame(2, Tools::pages($pdf));
        self::assertSame([612, 792], Tools::pageSize($pdf));
        self::assertStringContainsString('against the light', Tools::pdfText($pdf));
    }

    public function testNumbersAreMadeWithNoSpreadsheet(): void
    {
        $project = $this->starter('stub-tag');
        $this->post('/projects', ['starter' => 'stub-tag']);
        $this->entities()->clear();
        $empty = $this->entities()->getRepository(Project::class)->findOneBy(['rowCount' => 0]) ?? self::fail();
        $page = $this->browser->request('GET', "/projects/{$empty->id()}/press/sheets");
        self::assertSame("/projects/{$empty->id()}/rows#numbers", $page->filter('.sheets-none a')->first()->attr('href'));
        $this->post("/projects/{$empty->id()}/rows/numbers", [
            'count' => '30', 'column' => 'Tag', 'from' => '000001', 'step' => '1', 'check' => 'luhn', 'groups' => "North\nSouth: 10",
        ]);
        self::assertStringContainsString('40 numbers added', $this->browser->followRedirect()->text());
        $project = $this->reload($empty);
        self::assertSame(40, $project->rowCount());
        self::assertSame(
            ['tag', 'group', 'bench'],
            array_map(static fn ($column): string => $column->key, $project->columns()),
            'and the columns that the design shows',
        );
        $svg = $this->browser->request('GET', "/projects/{$project->id()}/press/sheets")->filter('.paper-svg')->html();
        self::assertStringContainsString('0000018', $svg);
        $this->post("/projects/{$project->id()}/rows/numbers", ['count' => '100000', 'column' => 'Tag', 'from' => '1', 'step' => '1']);
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('That would be 100,000 rows; a table can have up to 20,000.', $page->text());
        self::assertSame(40, $this->reload($project)->rowCount());
    }

    public function testAGuideSaysThatThePieceIsFoldedThere(): void
    {
        $project = $this->starter('claim-tag');
        $this->post("/projects/{$project->id()}/compose/page", ['set' => ['guide.upright' => '25']]);
        $this->post("/projects/{$project->id()}/compose/page", ['set' => ['guide.use.0' => 'perforation']]);
        $design = $this->reload($project)->design();
        self::assertSame(GuideUse::Perforation, $design->guides[0]->use);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press/sheets");
        self::assertNotNull($page->filter('[name="sheet[marks][]"][value=fold]')->attr('checked'), 'marks for it are usual then');
    }

    /** @param array<string, mixed> $said */
    private function planned(Project $project, array $said): Crawler
    {
        $page = $this->post("/projects/{$project->id()}/press/sheets/plan", $said + ['formats' => ['sheets']]);
        self::assertResponseIsSuccessful();

        return $page;
    }

    private static function words(Crawler $one): string
    {
        return $one->text();
    }
}
