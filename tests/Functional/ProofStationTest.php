<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Checks\Inspector;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Table\Data\Edit\SetCells;
use PHPUnit\Framework\Attributes\Group;

/** The light table: all pieces looked at, kept, the worst first. */
final class ProofStationTest extends AppTestCase
{
    public function testALetterThatIsNoneStopsNoQuestionAboutTheOtherRows(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|1\nOar|3|boots|2026-03-09|2");
        $edit = new SetCells([1 => ['full_name' => "N\0g", 'craft' => "clo\0cks", 'register' => 'back\\u0000slash']], [], "typed N\0g");
        self::getContainer()->get(TableStore::class)->apply($project, $edit);
        $this->work();
        foreach (['?order=full_name', '?order=hours', '?column=craft&value=boots', '?column=register&value=2'] as $asked) {
            self::assertCount(
                str_starts_with($asked, '?order') ? 2 : 1,
                $this->proof($project, $asked)->filter('.lies .num'),
                $asked,
            );
        }
    }

    public function testAllPiecesLieOnTheLightTableAndAreInOrder(): void
    {
        $project = $this->starter('mending-certificate');
        $page = $this->proof($project);
        self::assertSame('no warnings', $page->filter('.station[aria-current] span')->text());
        self::assertCount(12, $page->filter('.face > svg'), 'ten and those that are made up');
        self::assertCount(5, $page->filter('.light-block[data-pieces]'), 'the others come when they come into sight');
        $more = $this->browser->request('GET', (string) $page->filter('.light-block[data-pieces]')->first()->attr('hx-get'));
        self::assertSame('11', $more->filter('.lies .num')->first()->text());
    }

    #[Group('stored')]
    public function testTheWorstComesFirstAndWarningsAreFilters(): void
    {
        $project = $this->starter('mending-certificate');
        $rows = self::getContainer()->get(TableRows::class)->table($project)->rows;
        $cells = [
            $rows[40]->id => ['full_name' => str_repeat('Featherstonehaugh', 9)],
            $rows[20]->id => ['full_name' => 'Ottilie Brandvold-…'],
            $rows[10]->id => ['hours' => 'many'],
        ];
        $this->change($project, ['op' => 'cells', 'cells' => $cells, 'seen' => array_fill_keys(array_keys($cells), [])]);
        $page = $this->proof($project);
        $numbers = $page->filter('.lies .num')->each(static fn ($one): string => $one->text());
        self::assertSame(['11', '41', '21'], \array_slice($numbers, 0, 3));
        self::assertStringContainsString('3 to check', $page->filter('#stations')->text());
        self::assertStringContainsString('✕ Deed:', $page->filter('.lies')->eq(2)->text(), 'behind those that are made up');
        self::assertSame('41', $this->proof($project, '?show=overset')->filter('.lies .num')->text());
        self::assertSame('21', $this->proof($project, '?show=cut-off')->filter('.lies .num')->text());
        self::assertCount(3, $this->proof($project, '?show=eyes')->filter('.lies'));
        self::assertSame('1', $this->proof($project, '?order=rows')->filter('.lies .num')->first()->text());
        self::assertStringContainsString('57', $this->proof($project, '?show=in-order')->filter('.proof-head')->text());
    }

    public function testOnlyWhatChangedIsLookedAtAgain(): void
    {
        $project = $this->starter('mending-certificate');
        $this->proof($project);
        self::assertSame([], $this->waiting($project));
        $rows = self::getContainer()->get(TableRows::class)->table($this->reload($project))->rows;
        $this->change($project, ['op' => 'cells', 'cells' => [$rows[4]->id => ['full_name' => 'Bo']], 'seen' => [$rows[4]->id => []]]);
        self::assertSame([$rows[4]->id], $this->waiting($project));
        $this->change($project, ['op' => 'move', 'ids' => [$rows[4]->id], 'before' => $rows[0]->id]);
        self::assertSame([$rows[4]->id], $this->waiting($project), 'rows that only stand elsewhere are the same');
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'recipient', 'set' => ['style.size' => '30']]);
        self::assertCount(60, $this->waiting($project), 'another design is looked at as a whole');
    }

    #[Group('stored')]
    public function testManyRowsAreLookedAtByAWorkerAndRowsThatAreGoneAreForgotten(): void
    {
        $rows = "Full name,Hours,Craft,Issued,Register,Mail\n";
        for ($i = 1; $i <= 400; ++$i) {
            $rows .= "Volunteer $i,4,kettles,2026-03-01,$i,\n";
        }
        $project = $this->project($rows);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/proof");
        self::assertCount(1, $page->filter('[id^="work-"]'), 'a worker is asked');
        $this->work();
        $page = $this->proof($project);
        self::assertCount(0, $page->filter('[id^="work-"]'));
        self::assertStringContainsString('400 pieces', $page->filter('.proof-head')->text());
        $table = self::getContainer()->get(TableRows::class)->table($this->reload($project));
        $ids = array_map(static fn ($row): int => (int) $row->id, $table->rows);
        $this->change($project, ['op' => 'remove', 'ids' => \array_slice($ids, 0, 350)]);
        self::assertMatchesRegularExpression('/\b50 pieces/', $this->proof($project)->filter('.proof-head')->text());
    }

    /**
     * @phpstan-impure
     *
     * @return list<int> ids of rows that are to be looked at
     */
    private function waiting(Project $project): array
    {
        return array_keys(self::getContainer()->get(Inspector::class)->waiting($this->reload($project))->rows);
    }
}
