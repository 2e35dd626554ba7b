<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\TableFileReader;
use Morphea\App\Runs\Runs\Run;
use Morphea\Tests\Tools;

/** What a run made, fetched. */
final class RunDownloadTest extends AppTestCase
{
    public function testEachRowLinksToItsNewestFileAndWritesTheLinkOut(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1\nOar|2|clocks|2026-03-09|2");
        $this->order($project, ['format' => 'svg', 'which' => 'some', 'rows' => '2', 'name' => '{register}']);
        $this->work();
        $this->browser->request('GET', "/projects/{$project->id()}/rows/write.xlsx");
        $book = self::getContainer()
            ->get(TableFileReader::class)
            ->file(Tools::file((string) $this->browser->getInternalResponse()->getContent()), 'written.xlsx');
        self::assertSame('File', $book->columns[5]->heading);
        self::assertSame('', $book->cells[0][5]);
        self::assertStringStartsWith('http://localhost/projects/', $book->cells[1][5]);
        $this->browser->request('GET', $book->cells[1][5]);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('>Oar</text>', (string) $this->browser->getInternalResponse()->getContent());
    }

    public function testAZipIsFetchedInRangesToo(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1\nOar|2|clocks|2026-03-09|2");
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $whole = $this->download($project);
        $length = \strlen($whole);
        self::assertSame((string) $length, $this->browser->getResponse()->headers->get('Content-Length'));
        $tag = (string) $this->browser->getResponse()->headers->get('ETag');
        $address = "/projects/{$project->id()}/press/runs/{$this->newestRun()->id()}/file";
        $parts = '';
        foreach ([[0, 99], [100, 5_000], [5_001, $length - 1]] as [$from, $to]) {
            $this->browser->request('GET', $address, server: ['HTTP_RANGE' => "bytes=$from-$to", 'HTTP_IF_RANGE' => $tag]);
            self::assertResponseStatusCodeSame(206);
            self::assertSame("bytes $from-$to/$length", $this->browser->getResponse()->headers->get('Content-Range'));
            $parts .= $this->browser->getInternalResponse()->getContent();
        }
        self::assertSame($whole, $parts);
        $this->browser->request('GET', $address, server: ['HTTP_RANGE' => "bytes=$length-"]);
        self::assertResponseStatusCodeSame(416);
    }
}
