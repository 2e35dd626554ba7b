<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Entity\Project;
use Morphea\App\Rows\TableStore;
use Symfony\Component\HttpFoundation\File\UploadedFile;

final class RowsTest extends AppTestCase
{
    public function testAnUploadTakesTheOldRowsPlaceAndLinksByName(): void
    {
        $project = $this->project();
        $this->upload($project, 'spring.csv', "Recipient;Hours;Craft;Issued;Register\nÓlöf;007;coats;2026-03-01;1\n");
        self::assertResponseRedirects("/projects/{$project->id()}/rows");
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Recipient shows A Recipient; Deed shows B Hours, C Craft; Date shows D Issued', $page->filter('#notices')->text());
        self::assertSame(['Ólöf', '007', 'coats', '2026-03-01', '1'], $page->filter('.grid td')->each(static fn ($td): string => $td->text()));
        $project = $this->reload($project);
        self::assertSame([1, 'spring.csv'], [$project->rowCount(), $project->source()]);
        self::assertContains('recipient', $project->template()->linkedColumns());
    }

    public function testABadFileChangesNothingAndTheSessionGoesOn(): void
    {
        $project = $this->project();
        $this->upload($project, 'photo.csv', "\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\0\1\2\3");
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('“photo.csv” is no table.', $page->filter('.notice.bad')->text());
        self::assertStringContainsString('The rows that were here are untouched.', $page->filter('.notice.bad')->text());
        self::assertSame(60, $this->reload($project)->rowCount());
        $this->upload($project, 'long.csv', "Name,Hours\n".str_repeat("Ng,1\n", 21_000));
        self::assertStringContainsString('more than 20,000 rows', $this->browser->followRedirect()->filter('.notice.bad')->text());
        self::assertSame(60, $this->reload($project)->rowCount());
        $this->post("/projects/{$project->id()}/rows/file");
        self::assertStringContainsString('No file was chosen.', $this->browser->followRedirect()->filter('.notice.bad')->text());
    }

    public function testPastedRowsAndTheirNotices(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/rows/paste", ['cells' => "Full name\tHours\tHours\t\nNg\t1\t2\tx"]);
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('There is more than one column “Hours”', $page->filter('.told')->text());
        self::assertStringContainsString('Column D has no heading', $page->filter('.told')->text());
    }

    public function testTwentyThousandRowsAreShownAPageAtATime(): void
    {
        $project = $this->project();
        $this->upload($project, 'many.csv', "Full name,Hours\n".implode('', array_map(static fn (int $i): string => "Volunteer $i,$i\n", range(1, 20_000))));
        $page = $this->browser->followRedirect();
        self::assertSame(200, $page->filter('.grid tbody tr')->count());
        $next = $page->filter('.grid tbody tr')->last()->attr('hx-get');
        $more = $this->browser->request('GET', (string) $next);
        self::assertStringContainsString('Volunteer 201', $more->text());
        self::assertSame('Volunteer 20000', self::getContainer()->get(TableStore::class)->row($this->reload($project), 20_000)->cells['full_name'] ?? null);
    }

    public function testWhatIsInACellIsNeverMarkup(): void
    {
        $project = $this->project("Full name\n<script>alert(1)</script>");
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        self::assertSame(0, $page->filter('.grid script')->count());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/compose");
        self::assertSame(0, $page->filter('#side script')->count());
        self::assertStringContainsString('<script>alert(1)</script>', $page->filter('#side svg')->text());
    }

    private function upload(Project $project, string $name, string $bytes): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'rows');
        file_put_contents($path, $bytes);
        $this->post("/projects/{$project->id()}/rows/file", [], ['table' => new UploadedFile($path, $name, test: true)]);
    }
}
