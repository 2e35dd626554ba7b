<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Checks\ProofTable;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\DomCrawler\Crawler;

/** What is done about warnings: for all rows with its outcome before it is taken, accepted, switched off, taken back. */
final class MendingTest extends AppTestCase
{
    private const LONG = 'Maximiliana Theodora Featherstonehaugh-Pellinore of Upper Tidewick and the Lower Quay';

    public function testAMendShowsItsOutcomeBeforeItIsTakenAndUndoTakesItBack(): void
    {
        $other = strtr(self::LONG, ['Upper' => 'Lower', 'Lower' => 'Upper']);
        $project = $this->rows(['Ada Quill', self::LONG, 'Bo Tansy', $other, 'Cy Reed']);
        self::assertSame(['2', '4'], $this->numbers($project, '?show=eyes'));
        $mends = $this->browser->request('GET', (string) $this->piece($project, 2)->filter('.mends')->attr('hx-get'));
        $buttons = $mends->filter('.mend')->each(static fn (Crawler $one): string => $one->text());
        self::assertContains('Make the frame 35 % wider fixes 2 pieces, none gets worse', $buttons);
        $form = $mends->filter('form')->reduce(static fn (Crawler $one): bool => str_contains($one->text(), 'wider'))->first();
        $this->post((string) $form->attr('action'), ['mend' => 'wider', 'revision' => '0']);
        self::assertResponseRedirects();
        self::assertStringContainsString('Recipient placed, for all rows', $this->browser->followRedirect()->text());
        self::assertSame([], $this->numbers($project, '?show=eyes'), 'as many as was said');
        $this->post("/projects/{$project->id()}/proof/undo", ['number' => '2']);
        self::assertResponseRedirects("/projects/{$project->id()}/proof/2");
        self::assertSame(['2', '4'], $this->numbers($project, '?show=eyes'));
        $this->post("/projects/{$project->id()}/proof/redo");
        self::assertSame([], $this->numbers($project, '?show=eyes'));
    }

    public function testAMendOfADesignThatWasChangedMeanwhileIsNotMade(): void
    {
        $project = $this->rows(['Ada', self::LONG, 'Bo']);
        $this->piece($project, 2);
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'title', 'set' => ['style.size' => '30'], 'revision' => 0]);
        $this->post("/projects/{$project->id()}/proof/2/mend/1", ['mend' => 'lines', 'revision' => '0']);
        self::assertStringContainsString('was changed in another window', $this->browser->followRedirect()->text());
        self::assertSame(1, $this->reload($project)->revision());
    }

    #[Group('stored')]
    public function testAWarningThatIsTakenAsItIsComesBackWhenItsValueChanges(): void
    {
        $project = $this->rows(['Ada Quill', 'Ottilie Brandvold-…', 'Bo Tansy', 'Ottilie Brandvold-…x…']);
        self::assertSame(['2', '4'], $this->numbers($project, '?show=cut-off'));
        $this->post("/projects/{$project->id()}/proof/2/accept", ['kind' => 'cut-off', 'layer' => 'recipient']);
        self::assertSame(['4'], $this->numbers($project, '?show=cut-off'));
        self::assertSame(['2'], $this->numbers($project, '?show=accepted'));
        $page = $this->piece($project, 2);
        self::assertMatchesRegularExpression('/Recipient: ends in three dots.*Isolde, \d+ \w+ 20\d\d/', $page->filter('.touches')->text());
        $this->cell($project, 2, ['hours' => '9']);
        self::assertSame(['4'], $this->numbers($project, '?show=cut-off'), 'another cell is another thing');
        $this->cell($project, 2, ['full_name' => 'Ottilie …']);
        self::assertSame(['2', '4'], $this->numbers($project, '?show=cut-off'));
        $this->post("/projects/{$project->id()}/proof/undo");
        self::assertSame(['4'], $this->numbers($project, '?show=cut-off'), 'and is accepted again with what it was');
        $this->post("/projects/{$project->id()}/proof/4/accept", ['kind' => 'cut-off', 'layer' => 'recipient', 'all' => '1']);
        self::assertSame([], $this->numbers($project, '?show=eyes'));
        $this->post("/projects/{$project->id()}/proof/2/unaccept", ['kind' => 'cut-off', 'layer' => 'recipient']);
        self::assertSame(['2'], $this->numbers($project, '?show=eyes'));
    }

    #[Group('stored')]
    public function testWhatCannotBeMadeIsNotTakenAsItIs(): void
    {
        $project = $this->rows(['Ada', 'Bo', 'Cy']);
        $this->cell($project, 2, ['hours' => 'many']);
        $this->post("/projects/{$project->id()}/proof/2/accept", ['kind' => 'value', 'layer' => 'deed']);
        self::assertSame(['2'], $this->numbers($project, '?show=cannot-be-made'));
        self::assertCount(0, $this->piece($project, 2)->filter('[data-accept]'));
    }

    #[Group('stored')]
    public function testSelectedPiecesAreSwitchedOffTakenAsTheyAreAndOrdered(): void
    {
        $project = $this->rows(['Ada', 'Ada', 'Bo …', 'Cy']);
        self::assertSame(['1', '2', '3'], $this->numbers($project, '?show=eyes'));
        $this->selected($project, '2', 'off');
        self::assertSame(['3'], $this->numbers($project, '?show=eyes'), 'the other is the same as none now');
        $left = $this->proof($project, '?show=left')->filter('.lies');
        self::assertSame('2', $left->filter('.num')->text());
        self::assertStringContainsString('left out, not made', $left->text());
        self::assertStringContainsString('/compose?row=2', (string) $left->filter('.opens')->attr('href'));
        $this->browser->request('GET', "/projects/{$project->id()}/proof/numbers?show=left");
        self::assertSame('[2]', $this->body());
        $this->selected($project, '2', 'on');
        $this->selected($project, '1,2,3', 'accept');
        self::assertSame([], $this->numbers($project, '?show=eyes'));
        $this->post("/projects/{$project->id()}/proof/undo");
        self::assertSame(['1', '2', '3'], $this->numbers($project, '?show=eyes'));
        $this->selected($project, '99', 'off');
        self::assertStringContainsString('no longer exist', $this->browser->followRedirect()->text());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press?rows=1-2");
        self::assertSame('Make 2 pieces', $page->filter('#make')->text());
    }

    public function testTheOneWayBackGoesOverCellsTheDesignAndWorkByHandInTheOrderTheyWereDone(): void
    {
        $project = $this->rows(['Ada', 'Bo …', 'Cy']);
        $this->proof($project);
        $this->post("/projects/{$project->id()}/proof/2/accept", ['kind' => 'cut-off', 'layer' => 'recipient']);
        $this->cell($project, 3, ['full_name' => 'Dora']);
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'recipient', 'set' => ['style.size' => '40']]);
        $said = [];
        for ($i = 0; $i < 4; ++$i) {
            $this->post("/projects/{$project->id()}/proof/undo");
            $said[] = trim($this->browser->followRedirect()->filter('.notices')->text());
        }
        self::assertStringContainsString('Recipient: size changed', $said[0]);
        self::assertStringContainsString('Undone:', $said[1]);
        self::assertStringContainsString('Warning accepted', $said[2]);
        self::assertStringContainsString('nothing to undo', $said[3]);
        self::assertSame([], self::getContainer()->get(TouchUpStore::class)->all($this->reload($project)));
        $this->post("/projects/{$project->id()}/proof/redo");
        self::assertStringContainsString('Warning accepted', $this->browser->followRedirect()->filter('.notices')->text());
    }

    public function testLimitsAreSettingsOfTheProject(): void
    {
        $project = $this->rows([...array_map(static fn (int $i): string => "Volunteer $i", range(1, 8)), str_repeat('Wolfram ', 5)]);
        self::assertSame([], $this->numbers($project, '?show=smaller'));
        $this->post("/projects/{$project->id()}/proof/limits", ['smaller' => '95', 'contrast' => '4,5']);
        self::assertSame(['9'], $this->numbers($project, '?show=smaller'));
        $this->post("/projects/{$project->id()}/proof/limits", ['contrast' => '99']);
        self::assertStringContainsString('is outside the range', $this->browser->followRedirect()->text());
    }

    #[Group('stored')]
    public function testPiecesLieByAColumnOfAValueAndFromABarOfAChart(): void
    {
        $project = $this->rows(['Ada', 'Cy', 'Bo', str_repeat('Wolfram ', 5)]);
        self::assertSame(['1', '3', '2', '4'], $this->numbers($project, '?order=full_name'));
        self::assertSame(['3'], $this->numbers($project, '?column=full_name&value=Bo'));
        $page = $this->proof($project, '/set');
        self::assertMatchesRegularExpression('/One size for all rows would be [\d.]+ pt, limited by row 4/', $page->text());
        $bar = $page->filter('.chart a')->first()->attr('href');
        $lies = $this->browser->request('GET', (string) $bar)->filter('.lies .num');
        self::assertSame(['4'], $lies->each(static fn (Crawler $one): string => $one->text()), 'the smallest');
    }

    public function testContactSheetAndTableOfWarningsForOthers(): void
    {
        $project = $this->rows(['Ada', 'Bo …', 'Cy']);
        $this->proof($project);
        $this->browser->request('GET', "/projects/{$project->id()}/proof/warnings.csv");
        $csv = $this->browser->getInternalResponse()->getContent();
        self::assertStringContainsString('2,"To check","Cut off in the source",Recipient,', $csv);
        $this->post("/projects/{$project->id()}/proof/sheet", ['paper' => 'Letter']);
        $this->work();
        $this->entities()->clear();
        $page = $this->browser->followRedirect();
        $this->browser->request('GET', (string) $page->filter('a[download]')->attr('href'));
        $pdf = $this->browser->getInternalResponse()->getContent();
        Tools::assertSoundPdf($pdf);
        self::assertStringContainsString('612 x 792 pts', Tools::on($pdf, ['pdfinfo', '%']));
        $words = Tools::on($pdf, ['pdftotext', '-layout', '%', '-']);
        self::assertMatchesRegularExpression('/2 +Bo ….*1 +Ada.*3 +Cy/s', $words);
        self::assertStringContainsString('ends in three dots', $words);
    }

    public function testRowsThatAreMadeUpStandFirstAndAreShownInCompose(): void
    {
        $project = $this->rows(['Ada', 'Wilhelmina Wolfram', 'illillillillill il', 'Bo …']);
        $page = $this->proof($project);
        $names = $page->filter('.lies .name b')->each(static fn (Crawler $one): string => $one->text());
        self::assertSame(['Longest values', 'Shortest values'], \array_slice($names, 0, 2));
        $card = fn (int $row): string => $this->browser->request('GET', "/projects/{$project->id()}/compose?row=$row")
            ->filter('#column-full_name .v')->text();
        self::assertSame('Wilhelmina Wolfram', $card(-1), 'as it measures, not as it counts');
        self::assertSame('Ada', $card(-2));
    }

    public function testAKilledWorkerGoesOnAndWhatItFoundIsKept(): void
    {
        $names = array_map(static fn (int $i): string => "Volunteer $i" . (0 === $i % 100 ? ' …' : ''), range(1, 1000));
        $project = $this->rows($names);
        $this->browser->request('GET', "/projects/{$project->id()}/proof");
        $count = fn (): int => (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM proof');
        $before = $count();
        $worker = $this->worker();
        $worker->start();
        for ($i = 0; $i < 800 && $count() < $before + 50; ++$i) {
            usleep(10_000);
        }
        $worker->signal(\SIGKILL);
        $worker->wait();
        $kept = $count();
        self::assertGreaterThanOrEqual($before + 50, $kept);
        self::assertLessThan(1000, $kept, 'it was in the middle');
        $this->entities()->getConnection()->executeStatement("UPDATE messenger_messages SET delivered_at = '2020-01-01 00:00:00'");
        $this->work();
        $hundreds = array_map(static fn (int $i): string => (string) (100 * $i), range(1, 10));
        self::assertSame($hundreds, $this->numbers($project, '?show=eyes'));
        self::assertCount(1000, iterator_to_array(self::getContainer()->get(ProofTable::class)->allFacts($this->reload($project))));
    }

    /** @param list<string> $names */
    private function rows(array $names): Project
    {
        $lines = array_map(static fn (string $name, int $i): string => "$name|4|kettles|2026-03-01|$i|", $names, array_keys($names));
        // All of that name are the same piece.
        $lines = array_map(static fn (string $line): string => (string) preg_replace('/^(Ada\|.*)\|\d+\|$/', '$1|7|', $line), $lines);

        return $this->project("Full name|Hours|Craft|Issued|Register|Mail\n" . implode("\n", $lines));
    }

    /** @param array<string, string> $cells */
    private function cell(Project $project, int $number, array $cells): void
    {
        $row = self::getContainer()->get(TableRows::class)->row($this->reload($project), $number);
        $this->entities()->clear();
        $this->change($project, ['op' => 'cells', 'cells' => [(int) $row?->id => $cells], 'seen' => [(int) $row?->id => []]]);
    }

    private function selected(Project $project, string $numbers, string $do): void
    {
        $this->post("/projects/{$project->id()}/proof/selected", ['numbers' => $numbers, 'do' => $do]);
    }

    private function piece(Project $project, int $number): Crawler
    {
        return $this->proof($project, "/$number");
    }

    /** @return list<string> of the rows that lie on the light table, in order */
    private function numbers(Project $project, string $query): array
    {
        return $this->proof($project, $query)->filter('.lies .num')->each(static fn (Crawler $one): string => $one->text());
    }

    protected function post(string $address, array $fields = [], array $files = []): Crawler
    {
        // As a request of its own: what was read before is not in the way.
        $this->entities()->clear();

        return parent::post($address, $fields, $files);
    }
}
