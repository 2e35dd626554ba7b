<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\HttpFoundation\File\UploadedFile;

final class RowsTest extends AppTestCase
{
    public function testAnUploadTakesTheOldRowsPlaceAndLinksByName(): void
    {
        $project = $this->project();
        $this->upload($project, 'spring.csv', "Recipient;Hours;Craft;Issued;Register\nÓlöf;007;coats;2026-03-01;1\n");
        $page = $this->browser->followRedirect();
        self::assertSame(60, $this->reload($project)->rowCount(), 'nothing is taken over by looking at it');
        self::assertSame(
            [';', 'UTF-8'],
            [$page->filter('#delimiter option[selected]')->attr('value'), $page->filter('#encoding option[selected]')->text()],
        );
        $page = $this->take();
        self::assertStringContainsString(
            'Recipient shows A Recipient; Deed shows B Hours, C Craft; Date shows D Issued',
            $page->filter('#notices')->text(),
        );
        self::assertSame(
            ['Ólöf', '007', 'coats', '2026-03-01', '1'],
            array_values(self::getContainer()->get(TableRows::class)->row($this->reload($project), 1)->cells ?? []),
        );
        $project = $this->reload($project);
        self::assertSame([1, 'spring.csv'], [$project->rowCount(), $project->source()]);
        self::assertContains('recipient', $project->design()->linkedColumns());
    }

    public function testABadFileChangesNothingAndTheSessionGoesOn(): void
    {
        $project = $this->project();
        $this->upload($project, 'photo.csv', "\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\0\1\2\3");
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('“photo.csv” is not a table.', $page->filter('.notice.bad')->text());
        self::assertStringContainsString('Your rows were not changed.', $page->filter('.notice.bad')->text());
        self::assertSame(60, $this->reload($project)->rowCount());
        $this->upload($project, 'long.csv', "Name,Hours\n" . str_repeat("Ng,1\n", 21_000));
        self::assertStringContainsString(
            'more than 20,000 rows',
            $this->browser->followRedirect()->filter('.result.bad')->text(),
        );
        self::assertSame(60, $this->reload($project)->rowCount());
        $this->post("/projects/{$project->id()}/rows/import");
        self::assertStringContainsString(
            'No file was chosen.',
            $this->browser->followRedirect()->filter('.notice.bad')->text(),
        );
    }

    #[Group('stored')]
    public function testPastedRowsAndTheirNotices(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/rows/import/paste", ['cells' => "Full name\tHours\tHours\t\nNg\t1\t2\tx"]);
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('There are several columns “Hours”', $page->text());
        self::assertStringContainsString('Column D has no heading', $page->text());
        $this->take();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        self::assertStringContainsString('2 notes on this table', $page->filter('.remarks')->text());
    }

    public function testTwentyThousandRowsAreTakenAndTheFirstOnesComeWithThePage(): void
    {
        $project = $this->project();
        $this->upload(
            $project,
            'many.csv',
            "Full name,Hours\n" . implode('', array_map(static fn (int $i): string => "Volunteer $i,$i\n", range(1, 20_000))),
        );
        $this->take();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        $first = json_decode($page->filter('#first-rows')->text(), true);
        self::assertSame(
            [100, 20_000, 'Volunteer 100'],
            [\count($first['rows']), $first['count'], $first['rows'][99]['full_name']],
        );
        $this->browser->request('GET', "/projects/{$project->id()}/rows/data");
        self::assertCount(20_000, json_decode($this->body(), true)['rows']);
        self::assertSame(
            'Volunteer 20000',
            self::getContainer()->get(TableRows::class)->row($this->reload($project), 20_000)->cells['full_name'] ?? null,
        );
    }

    public function testWhatIsInACellIsNeverMarkup(): void
    {
        $project = $this->project("Full name\n<script>alert(1)</script>");
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        self::assertStringNotContainsString('<script>alert', $this->body(), 'nor does it end the data the grid begins with');
        self::assertSame(
            '<script>alert(1)</script>',
            json_decode($page->filter('#first-rows')->text(), true)['rows'][0]['full_name'],
        );
        $page = $this->browser->request('GET', "/projects/{$project->id()}/compose");
        self::assertSame(0, $page->filter('#page script')->count());
        self::assertStringContainsString('<script>alert(1)</script>', $page->filter('#page svg')->text());
    }

    #[Group('stored')]
    public function testRowsStayThemselvesFromTheFileToThePieceWhenTheTableComesInAnew(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|TMG-1\nOar|3|boots|2026-03-09|TMG-2");
        $cell = self::getContainer()->get(Dialect::class)->json('cells', 'full_name');
        $whose = function () use ($project, $cell): array {
            $this->order($project, ['format' => 'svg']);

            return $this->entities()
                ->getConnection()
                ->fetchAllKeyValue("SELECT $cell, row_id FROM piece WHERE run_id = ? ORDER BY position", [
                    $this->newestRun()->id(),
                ]);
        };
        $before = $whose();
        self::assertCount(2, array_unique($before));
        $this->upload(
            $project,
            'anew.csv',
            "Register,Full name,Hours,Craft,Issued\nTMG-3,Pip,1,lamps,2026-03-09\nTMG-2,Oare,3,boots,2026-03-09\n" .
                "TMG-1,Ng,5,clocks,2026-03-09\n",
        );
        $this->browser->followRedirect();
        $this->take();
        $after = $whose();
        self::assertSame(['Pip', 'Oare', 'Ng'], array_keys($after));
        self::assertSame([$before['Oar'], $before['Ng']], [$after['Oare'], $after['Ng']], 'the register tells who they are');
        self::assertNotContains($after['Pip'], $before);

        // Taken back, the table is the old one, rows and all.
        $this->change($project, ['op' => 'undo']);
        self::assertSame($before, $whose());
    }

    private function upload(Project $project, string $name, string $bytes): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'rows');
        file_put_contents($path, $bytes);
        $this->post("/projects/{$project->id()}/rows/import", [], ['table' => new UploadedFile($path, $name, test: true)]);
    }
}
