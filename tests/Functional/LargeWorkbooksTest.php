<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Jobs\Progress;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;

/** Large workbooks: read and written by a worker, watched, stopped. */
final class LargeWorkbooksTest extends AppTestCase
{
    public function testALargeWorkbookIsReadInTheBackgroundAndThenLookedAt(): void
    {
        $project = $this->project("Old\nx");
        $address = $this->bring($project, self::workbook());
        self::assertStringContainsString('Reading large.xlsx', $this->browser->request('GET', $address)->text());
        self::assertStringContainsString('waiting for a worker', $this->body());
        $this->watch();
        self::assertStringContainsString(
            'waiting for a worker',
            $this->body(),
            'asked again, it is not asked of a worker again',
        );
        self::assertSame(1, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM messenger_messages'));
        $this->work();
        $this->watch();
        self::assertSame($address, $this->browser->getResponse()->headers->get('HX-Redirect'));
        $page = $this->browser->request('GET', $address);
        self::assertStringContainsString('Check large.xlsx before importing', $page->text());
        self::assertStringContainsString('2,500 rows, 7 columns', $page->text());

        // Correcting something does not read it again; another sheet does.
        $page = $this->browser->submit($page->filter('#understood')->form());
        self::assertStringContainsString('2,500 rows', $page->text());
        $form = $page->filter('#understood')->form();
        $form['sheet'] = 'Towns';
        self::assertStringContainsString('Reading large.xlsx', $this->browser->submit($form)->text());
        $this->work();
        $page = $this->browser->submit($form);
        self::assertStringContainsString('1 row, 2 columns', $page->text());
        $this->take();
        self::assertSame(
            ['Town', 'People'],
            array_map(static fn ($column): string => $column->heading, $this->reload($project)->columns()),
        );
    }

    public function testWhoStopsItIsLeftInPeace(): void
    {
        $project = $this->project("Old\nx");
        $address = $this->bring($project, self::workbook());
        $this->browser->request('GET', $address);
        $this->stopWork();
        self::assertSame("/projects/{$project->id()}/rows", $this->browser->getResponse()->headers->get('HX-Redirect'));
        $this->work();
        self::assertSame([], $this->left($project), 'nothing is read any more and nothing is kept');
        $this->browser->request('GET', $address);
        self::assertResponseStatusCodeSame(404);
    }

    public function testStoppedWhileItIsReadItEndsSoon(): void
    {
        $project = $this->project("Old\nx");
        $address = $this->bring($project, self::workbook());
        $this->browser->request('GET', $address);
        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 30;
        do {
            usleep(2_000);
            $this->watch();
        } while (str_contains($this->body(), 'waiting for a worker') && microtime(true) < $deadline);
        self::assertStringContainsString('lines read', $this->body());
        $this->stopWork();
        while ((int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM messenger_messages') > 0) {
            self::assertLessThan($deadline, microtime(true));
            usleep(20_000);
        }
        $worker->stop(5, \SIGTERM);
        self::assertSame([], $this->left($project));
    }

    public function testADamagedOneIsToldAndOneThatKillsWorkersIsGivenUp(): void
    {
        $project = $this->project("Old\nx");
        $bytes = self::workbook();
        // Damaged inside, while its list of contents is whole.
        $address = $this->bring($project, substr_replace($bytes, str_repeat('?', 20_000), intdiv(\strlen($bytes), 2), 20_000));
        $this->browser->request('GET', $address);
        $this->work();
        $page = $this->browser->request('GET', $address);
        self::assertStringContainsString(
            '“large.xlsx” cannot be read as a workbook',
            $page->filter('main [role="alert"]')->text(),
        );
        self::assertStringContainsString('your rows were not changed', $page->filter('main')->text());
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            ['table' => $this->sent(substr($bytes, 0, -60_000), 'cut.xlsx')],
        );
        self::assertStringContainsString(
            '“cut.xlsx” is a damaged workbook.',
            $this->browser->followRedirect()->filter('.notices')->text(),
        );

        // A worker that dies at it comes back three times, then the file is given up.
        $address = $this->bring($project, $bytes);
        $this->browser->request('GET', $address);
        $this->entities()->getConnection()->executeStatement("UPDATE job SET tries = 3 WHERE state = 'waiting'");
        $this->work();
        $this->browser->request('GET', $address);
        self::assertStringContainsString(
            'is too large to read at once',
            $this->browser->getCrawler()->filter('main [role="alert"]')->text(),
        );
    }

    public function testALargeTableIsWrittenOutInTheBackground(): void
    {
        $project = $this->project(
            "Full name|Town|Craft|Note\n" .
                implode("\n", array_map(static fn (int $i): string => "Volunteer $i|NW|clocks|=1+$i", range(1, 8_000))),
        );
        $this->browser->request('GET', "/projects/{$project->id()}/rows/write.csv");
        self::assertResponseIsSuccessful('text needs no worker');
        $this->browser->request('GET', "/projects/{$project->id()}/rows/write.xlsx");
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Exporting rows', $page->text());
        $address = $this->browser->getRequest()->getPathInfo();
        $this->browser->request('GET', "$address/get");
        self::assertResponseStatusCodeSame(404, 'it is not there yet');
        $this->browser->request('GET', $address);
        $this->work();
        $this->watch();
        self::assertSame($address, $this->browser->getResponse()->headers->get('HX-Redirect'));
        $page = $this->browser->request('GET', $address);
        self::assertStringContainsString('Mending certificates.xlsx is ready', $page->text());
        $this->browser->click($page->filter('main a.btn-go')->link());
        $path = (string) tempnam(sys_get_temp_dir(), 'out');
        file_put_contents($path, $this->browser->getInternalResponse()->getContent());
        $sheet = IOFactory::createReader('Xlsx')->load($path)->getActiveSheet();
        self::assertSame(
            [8_001, 'Volunteer 8000', '=1+8000'],
            [$sheet->getHighestRow(), $sheet->getCell('A8001')->getValue(), $sheet->getCell('D8001')->getValue()],
        );
        self::assertFalse($sheet->getCell('D8001')->isFormula());

        // Stopped before a worker had it, there is nothing.
        $this->browser->request('GET', "/projects/{$project->id()}/rows/write.ods");
        $this->browser->followRedirect();
        $address = $this->browser->getRequest()->getPathInfo();
        $this->stopWork();
        $this->work();
        $this->browser->request('GET', $address);
        self::assertResponseStatusCodeSame(404);
    }

    public function testProgressIsSaidInLinesRateAndTimeLeft(): void
    {
        self::assertSame([0, null], [Progress::none()->percent(), Progress::none()->timeLeft()]);
        $half = new Progress(5_000, 10_000, 0.0, 500.0);
        self::assertSame(50, $half->percent());
        self::assertEquals(new Message('common.left.seconds', ['count' => 10]), $half->timeLeft());
        self::assertEquals(
            new Message('common.left.minutes', ['count' => 3]),
            (new Progress(1_000, 10_000, 0.0, 58.8))->timeLeft(),
        );
        self::assertNull(
            (new Progress(5_000, null, 0.0, 500.0))->timeLeft(),
            'where the file does not say how many lines it has',
        );
    }

    private function bring(Project $project, string $bytes): string
    {
        $this->post("/projects/{$project->id()}/rows/import", [], ['table' => $this->sent($bytes, 'large.xlsx')]);
        self::assertResponseStatusCodeSame(303, $this->body());

        return (string) $this->browser->getResponse()->headers->get('Location');
    }

    /** @return list<string> */
    private function left(Project $project): array
    {
        return $this->stored("imports/{$project->id()}");
    }

    /** More than a request should read: words no two of which are the same, so that they do not pack well. */
    private static function workbook(): string
    {
        static $bytes = null;
        if (null === $bytes) {
            $lines = [['Name', 'Town', 'Craft', 'Tool', 'Thing', 'Note', 'Mail']];
            for ($row = 1; $row <= 2_500; ++$row) {
                $lines[] = array_map(
                    static fn (int $column): string => substr(hash('sha256', "$row $column"), 0, 24),
                    range(1, 7),
                );
            }
            $book = new Spreadsheet();
            $book->getActiveSheet()->fromArray($lines);
            $book
                ->createSheet()
                ->setTitle('Towns')
                ->fromArray([['Town', 'People'], ['Northwater', '812']]);
            $path = (string) tempnam(sys_get_temp_dir(), 'large');
            IOFactory::createWriter($book, 'Xlsx')->save($path);
            $bytes = (string) file_get_contents($path);
            unlink($path);
        }

        return $bytes;
    }
}
