<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemAdapter;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Production\Binder;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\PieceMaker;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Platform\Files\FilesystemFactory;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\Counters;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobKindRegistry;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Platform\Jobs\LogContext;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Platform\Jobs\RunJobHandler;
use Morphea\App\Platform\Jobs\WorkerRegistry;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\FileStore;
use Morphea\App\Runs\Runs\FinishedRun;
use Morphea\App\Runs\Runs\FrozenAssets;
use Morphea\App\Runs\Runs\PieceReport;
use Morphea\App\Runs\Runs\PieceStore;
use Morphea\App\Runs\Runs\RowChoice;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\App\Runs\Runs\RunProduction;
use Morphea\App\Runs\Runs\RunSink;
use Morphea\App\Runs\Runs\RunTask;
use Morphea\Core\Design\Edits\AddLayer;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use Psr\EventDispatcher\EventDispatcherInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Lock\LockFactory;

/**
 * Runs that go wrong: whatever is wrong with one piece is that piece's alone, what is not made is not told as made, and
 * nothing is made twice.
 */
final class RobustPressTest extends AppTestCase
{
    #[TestWith(['pdf'])]
    #[TestWith(['svg'])]
    public function testACellOfNearlyTwoMegabytesIsItsOwnRowsTrouble(string $format): void
    {
        $project = $this->rows(12, static fn (int $i): string => 7 === $i ? str_repeat('ä', 900_000) : "Volunteer $i");
        $this->order($project, ['format' => $format, 'parts' => json_encode([['column' => 'register']])]);
        $this->work();
        $run = $this->newestRun();
        self::assertSame(
            [JobState::Done, 11, 1],
            [$run->job()->state(), $this->progress($run)->made(), $this->progress($run)->failed],
        );
        self::assertSame(
            [
                [
                    'row' => 7,
                    'name' => '7',
                    'reason' => 'Recipient: has 900,000 letters; a text may have up to 5,000. Shorten the cell.',
                ],
            ],
            $this->report()->givenUp($run, 5),
        );
    }

    #[Group('drawn')]
    #[TestWith(['pdf'])]
    #[TestWith(['png'])]
    public function testADrawingThatIsTooMuchIsItsOwnPiecesTroubleAndTheOthersAreMade(string $format): void
    {
        $project = $this->withHeavyPicture(6, 3);
        $this->order($project, ['format' => $format]);
        $this->work();
        $run = $this->newestRun();
        $progress = $this->progress($run);
        self::assertSame([JobState::Done, 5, 1], [$run->job()->state(), $progress->made(), $progress->failed]);
        self::assertSame(3, $this->report()->givenUp($run, 5)[0]['row']);
        self::assertStringContainsString('ended', $this->report()->givenUp($run, 5)[0]['reason']);
        'pdf' === $format
            ? self::assertSame(5, Tools::pages($this->download($project)))
            : self::assertCount(5, Tools::pieces($this->download($project)));
    }

    public function testAPieceThatEndedTheProcessIsTriedAloneAndGivenUpAfterThreeTimes(): void
    {
        $run = $this->started($this->rows(5), 'pdf');
        $database = $this->entities()->getConnection();
        $database->executeStatement('UPDATE piece SET tries = CASE position WHEN 2 THEN 1 WHEN 4 THEN 3 ELSE 0 END');
        $this->work();
        $progress = $this->progress($run);
        self::assertSame([4, 1], [$progress->made(), $progress->failed]);
        self::assertStringContainsString('Making it ended the program 3 times', $this->report()->givenUp($run, 1)[0]['reason']);
        preg_match_all(
            '/Volunteer (\d)/',
            Tools::pdfText($this->download($this->entities()->find(Run::class, $run->id())?->project() ?? self::fail())),
            $m,
        );
        self::assertSame(['1', '2', '3', '5'], $m[1], 'in order all the same');
    }

    public function testAStopIsNoTry(): void
    {
        $run = $this->started($this->rows(4), 'svg');
        $waiting = $this->pieces()->waiting($run, 1, 4);
        self::getContainer()->get(RunDispatcher::class)->stop($run);
        self::getContainer()->get(RunJobHandler::class)(new RunJob($run->job()->id(), 1, 4));
        self::assertEquals($waiting, $this->pieces()->waiting($run, 1, 4));
    }

    public function testADiskThatIsFullForAMomentLosesNothingAndTellsNothingUntrue(): void
    {
        $project = $this->rows(6);
        $order = new RunOrder(
            [...$this->orderOf('svg', '', '')->choices, ...$this->orderOf('pdf', '', '')->choices],
            RowChoice::All,
            '',
            '{register}',
            'x',
        );
        $run = self::getContainer()->get(RunDispatcher::class)->start($project, $order);
        $disk = new FailingFiles($this->store());
        $handler = $this->handler($disk);
        try {
            $handler(new RunJob($run->job()->id(), 1, 6));
            self::fail('it was written');
        } catch (NoSpaceException) {
            self::assertSame(0, $this->progress($run)->done);
            self::assertSame(
                [0],
                array_values(
                    array_unique(array_map(static fn ($piece): int => $piece->tries, $this->pieces()->waiting($run, 1, 6))),
                ),
                'it is not the pieces\' fault',
            );
        }
        $disk->full = false;
        $handler(new RunJob($run->job()->id(), 1, 6));
        self::assertSame(6, $this->progress($run)->made());

        $disk->full = true;
        $finish = $this->handler($disk);
        try {
            $finish(new RunJob($run->job()->id()));
            self::fail('the document was written');
        } catch (NoSpaceException) {
            self::assertSame(JobState::Working, $this->newestRun()->job()->state());
        }
        $disk->full = false;
        $finish(new RunJob($run->job()->id()));
        $run = $this->newestRun();
        self::assertSame(JobState::Done, $run->job()->state());
        self::assertGreaterThan(0, $run->bytes());
    }

    public function testADiskThatIsFullWhileADocumentIsBoundIsNoPiecesFault(): void
    {
        $renderer = self::getContainer()->get(Renderer::class);
        $file = self::getContainer()->get(StarterShelf::class)->load('tip-card') ?? self::fail();
        $pictures = self::getContainer()->get(FilePictures::class)->load($file);
        $layouter = self::getContainer()->get(Engines::class)->with([])->layouter;
        $drawing = $layouter->lay($file->template, null, $pictures)->drawing;
        // A device of Linux on which there is never room.
        $pdf = new PdfFile($renderer, '/dev/full', 'Tips', 'en', Edge::Cut);
        try {
            for ($i = 0; $i < 400; ++$i) {
                $pdf->add([$drawing], $pictures);
            }
            $pdf->close();
            self::fail('it was written');
        } catch (NoSpaceException $e) {
            self::assertSame('There is no room left to write the PDF.', $e->getMessage());
        }
        $png = $renderer->png('<svg xmlns="http://www.w3.org/2000/svg" width="3" height="2"/>', 96.0, false, 6);
        self::assertSame([3, 2], \array_slice(getimagesizefromstring($png) ?: [], 0, 2), 'the renderer goes on');
    }

    public function testAFileThatIsEmptyOrGoneIsMadeAgainBeforeTheRunIsDone(): void
    {
        $project = $this->rows(6);
        $run = $this->started($project, 'svg');
        $this->handler(self::getContainer()->get(FilesystemOperator::class))(new RunJob($run->job()->id(), 1, 6));
        $made = $this->stored("made/{$project->id()}");
        self::assertCount(6, $made);
        $this->files()->write($made[0], '');
        $this->files()->delete($made[2]);
        $this->work();
        self::assertSame(JobState::Done, $this->newestRun()->job()->state());
        $files = Tools::pieces($this->download($project));
        self::assertCount(6, $files);
        self::assertNotContains('', $files);
    }

    public function testADocumentIsThereOnceEvenIfItsWorkerDiesOverTheCommit(): void
    {
        $project = $this->rows(3);
        $run = $this->started($project, 'pdf');
        $files = self::getContainer()->get(FilesystemOperator::class);
        $this->handler($files)(new RunJob($run->job()->id(), 1, 3));
        $database = $this->entities()->getConnection();
        $mended = $this->refused('UPDATE OF state ON job', 'killed', "new.state = 'done'");
        try {
            $this->handler($files)(new RunJob($run->job()->id()));
            self::fail('it was committed');
        } catch (\Throwable $e) {
            self::assertStringContainsString('killed', $e->getMessage());
        }
        $mended();
        self::getContainer()->get('doctrine')->resetManager();
        $this->work();
        self::assertSame('done', $database->fetchOne('SELECT state FROM job'));
        self::assertSame(1, (int) $database->fetchOne('SELECT COUNT(*) FROM run_file'));
        self::assertSame(3, Tools::pages($this->download($project)));
    }

    public function testAPieceOverWhichAHelperDiedIsTriedOnceMoreAfterAllOthers(): void
    {
        $output = new DyingOutput(['2' => 1, '4' => 2]);
        [$run, $making, $sink] = $this->making($output);
        self::getContainer()->get(PieceMaker::class)->make($making, $this->pieces()->waiting($run, 1, 6), $sink);
        self::assertSame(['1', '2', '3', '4', '5', '6', '2', '4'], $output->tried);
        $failed = $this->report()->givenUp($run, 9);
        self::assertSame(['4'], array_column($failed, 'name'));
        self::assertSame('The helper died over 4.', $failed[0]['reason']);
        self::assertSame(5, $sink->made());
    }

    public function testADocumentWhoseWriterDiedIsWrittenAnewAndLosesOnlyWhatEndsItTwice(): void
    {
        $output = new DyingOutput(['2' => 1, '4' => 2, '' => 2]);
        [$run, $making] = $this->making($output);
        $failed = $documents = [];
        self::getContainer()->get(Binder::class)->bind(
            $making,
            fn (): array => $this->pieces()->waiting($run, 1, 6),
            'all',
            static function (string $name, string $path) use (&$documents): void {
                $documents[$name] = file_get_contents($path);
            },
            static function (PieceRequest $piece, string $why) use (&$failed): void {
                $failed[] = [$piece->name, $why];
            },
        );
        self::assertSame([['4', 'The helper died over 4.']], $failed);
        self::assertSame(['all.txt' => "1\n2\n3\n5\n6"], $documents);
    }

    public function testARunIsMadeOfThePicturesItWasOrderedWithAndItsPagesShowThem(): void
    {
        $project = $this->withPicture('seal.png', self::plain(0xC63D1E));
        $small = ['png' => ['size' => 'width', 'value' => '400']];
        $ordered = ['formats' => ['png'], 'of' => $small, 'file' => 'all', 'name' => '{register}'];
        $this->order($project, $ordered);
        $run = $this->newestRun();
        // Another picture of the same name comes while the run waits.
        $pictures = self::getContainer()->get(PictureStore::class);
        $project = $this->reload($project);
        $pictures->remove($pictures->find($project, 'seal.png') ?? throw new \LogicException());
        $pictures->add($project, new PictureFile('seal.png', 'image/png', self::plain(0x1E3DC6), 300, 300));
        $this->work();
        self::assertSame([0xC63D1E, 0xC63D1E], $this->seen($project));

        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/pieces");
        self::assertSame(1, preg_match('~[^"\'(]*/pictures/seal\.png\?[^"\')]*run=[^"\')]*~', html_entity_decode($this->body()), $found));
        $this->browser->request('GET', $found[0]);
        self::assertSame(self::plain(0xC63D1E), $this->browser->getInternalResponse()->getContent(), 'its page shows its own');

        self::getContainer()->get(RunDispatcher::class)->again($this->newestRun(), 2);
        $this->work();
        self::assertSame([0xC63D1E, 0xC63D1E], $this->seen($project), 'one piece again, as the run was ordered');

        // What only a run still wants is not tidied away, however old it is.
        $kept = StoredPicture::pathOf(hash('sha256', self::plain(0xC63D1E)));
        self::assertContains(basename($kept), self::getContainer()->get(FrozenAssets::class)->hashes());

        $this->order($project, $ordered);
        $this->work();
        self::assertSame([0x1E3DC6, 0x1E3DC6], $this->seen($project), 'nothing of the run before is taken over');
        self::getContainer()->get(RunDispatcher::class)->delete($this->newestRun());
        self::getContainer()->get(FrozenAssets::class)->tidy();
        self::assertContains(basename($kept), self::getContainer()->get(FrozenAssets::class)->hashes());
        self::getContainer()->get(RunDispatcher::class)->delete($this->newestRun());
        self::getContainer()->get(FrozenAssets::class)->tidy();
        self::assertSame([], self::getContainer()->get(FrozenAssets::class)->hashes());
    }

    public function testAPictureThatWentBadCostsThePiecesThatShowIt(): void
    {
        $project = $this->starter('winter-pin');
        $picture = $this->entities()->getRepository(StoredPicture::class)->findOneBy(['project' => $project, 'name' => 'boot.jpg']);
        self::assertNotNull($picture);
        $bytes = $this->files()->read($picture->path());
        $this->files()->write($picture->path(), substr($bytes, 0, 30_000) . str_repeat('x', 40_000));
        try {
            $small = ['jpeg' => ['size' => 'width', 'value' => '200']];
            $this->order($project, ['formats' => ['jpeg', 'pdf'], 'of' => $small, 'which' => 'some', 'rows' => '1-4']);
            $this->work();
        } finally {
            $this->files()->write($picture->path(), $bytes);
        }
        $run = $this->newestRun();
        self::assertSame([3, 1], [$this->progress($run)->made(), $this->progress($run)->failed]);
        self::assertStringContainsString('“boot.jpg” went bad', $this->report()->givenUp($run, 1)[0]['reason']);
        self::assertCount(1 + 3, Tools::pieces($this->download($project)));
    }

    public function testNamesOfEveryScriptAreInTheZipWhateverTheDiskTakes(): void
    {
        $names = [
            "\u{0646}\u{0627}\u{0645}\u{200C}\u{0647}",
            "\u{0915}\u{094D}\u{200D}\u{0937}",
            '👩‍🔧',
            "x\u{0378}y",
            '-rf',
            '.hidden',
            'Ng',
            'NG',
        ];
        $project = $this->rows(8, static fn (int $i): string => $names[$i - 1]);
        $this->order($project, ['format' => 'svg', 'parts' => json_encode([['column' => 'full_name']])]);
        $this->work();
        self::assertSame(
            [
                ...[$names[0] . '.svg', $names[1] . '.svg', '👩‍🔧.svg', "x\u{0378}y.svg", 'rf.svg', 'hidden.svg'],
                ...['Ng.svg', 'NG-2.svg'],
            ],
            array_keys(Tools::pieces($this->download($project))),
        );
    }

    public function testFilesThatVanishedAreNamedAndDoNotBreakTheRestOff(): void
    {
        $rows = "Ada|1|a|2026-01-01|1\nBo|1|b|2026-01-01|2\nreport|1|c|2026-01-01|3";
        $project = $this->project("Full name|Hours|Craft|Issued|Register\n$rows");
        $run = self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('png', '{full_name}', 'all'));
        $this->work();
        $database = $this->entities()->getConnection();
        // A document of the name of a piece, and one that differs in its case alone: as several formats in a run may have them.
        $database->executeStatement("UPDATE run_file SET name = 'REPORT.csv' WHERE name = 'report.png'");
        $path = (string) $database->fetchOne("SELECT path FROM run_file WHERE name = 'Ada.png'");
        $this->files()->delete($path);
        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/file");
        self::assertResponseIsSuccessful();
        $file = (string) tempnam(sys_get_temp_dir(), 'zip');
        file_put_contents($file, $this->browser->getInternalResponse()->getContent());
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($file, \ZipArchive::CHECKCONS));
        $names = array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
        sort($names);
        self::assertSame(['Bo.png', 'REPORT-2.csv', 'report.csv'], $names);
        self::assertStringContainsString('Not kept any more: Ada.png', (string) $zip->getFromName('report.csv'));
        unlink($file);
        foreach ($database->fetchFirstColumn('SELECT path FROM run_file') as $one) {
            $this->files()->delete((string) $one);
        }
        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/file");
        self::assertResponseStatusCodeSame(410);
        self::assertStringContainsString('These files are not kept any more: Ada.png, Bo.png, REPORT.csv', $this->body());
    }

    public function testDeletingAProjectDuringItsRunIsAnsweredAndLeavesNothing(): void
    {
        $project = $this->rows(400);
        $this->order($project, ['format' => 'svg']);
        $run = $this->newestRun();
        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 60;
        do {
            usleep(5_000);
            $done = $this->progress($run)->done;
        } while (0 === $done && microtime(true) < $deadline);
        self::assertGreaterThan(0, $done);
        $this->post("/projects/{$project->id()}/delete");
        self::assertResponseRedirects('/');
        $worker->stop(5, \SIGTERM);
        $this->work();
        foreach (['project', 'run', 'job', 'piece', 'table_row', 'revision'] as $table) {
            self::assertSame(
                0,
                (int) $this->entities()
                    ->getConnection()
                    ->fetchOne("SELECT COUNT(*) FROM $table"),
                $table,
            );
        }
        self::assertSame([], $this->stored($run->folder()));
    }

    public function testARunIsDeletedByHandWithItsFiles(): void
    {
        $project = $this->rows(3);
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $run = $this->newestRun();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        $this->browser->submit($page->selectButton('Delete it')->form());
        self::assertStringContainsString('Run 1 was deleted', $this->browser->followRedirect()->filter('.notices')->text());
        $this->work();
        self::assertSame([], $this->stored($run->folder()));
    }

    public function testADatabaseThatIsBusyIsSaidInWordsAndTheLogNamesTheCause(): void
    {
        $this->isPostgres() && self::markTestSkipped('PostgreSQL has more writers than one.');
        $project = $this->rows(2);
        $token = $this->token();
        $this->entities()->getConnection()->executeStatement('PRAGMA busy_timeout = 100');
        $other = new \PDO('sqlite:' . \dirname(__DIR__, 2) . '/var/test/morphea.db');
        $other->exec('BEGIN IMMEDIATE');
        $this->browser->request(
            'POST',
            "/projects/{$project->id()}/rows/edit",
            server: ['HTTP_X_CSRF_TOKEN' => $token, 'HTTP_X_REQUESTED_WITH' => 'fetch', 'CONTENT_TYPE' => 'application/json'],
            content: (string) json_encode(['op' => 'add', 'under' => null]),
        );
        self::assertResponseStatusCodeSame(503);
        self::assertSame(
            'The database is busy and did not take it. Nothing was changed; try it again in a moment.',
            $this->body(),
        );
        $this->browser->request('POST', '/projects', ['preset' => 'square', '_token' => $token]);
        self::assertResponseStatusCodeSame(503);
        $other->exec('ROLLBACK');
        self::assertStringContainsString(
            'database is locked',
            (string) file_get_contents(\dirname(__DIR__, 2) . '/var/log/test.log'),
        );
    }

    public function testADatabaseThatIsLockedForTwentySecondsDuringARunCostsNothingButTime(): void
    {
        $this->isPostgres() && self::markTestSkipped('PostgreSQL has more writers than one.');
        $project = $this->rows(150);
        $this->order($project, ['formats' => ['svg', 'pdf'], 'name' => '{register}', 'file' => 'all']);
        $run = $this->newestRun();
        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 30;
        while (0 === $this->progress($run)->done && microtime(true) < $deadline) {
            usleep(5_000);
        }
        $other = new \PDO('sqlite:' . \dirname(__DIR__, 2) . '/var/test/morphea.db', options: [\PDO::ATTR_TIMEOUT => 30]);
        $other->exec('BEGIN IMMEDIATE');
        $locked = $this->progress($run)->done;
        self::assertGreaterThan(0, $locked);
        self::assertLessThan(150, $locked);
        sleep(10);
        $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertResponseIsSuccessful('it can be looked at meanwhile');
        sleep(10);
        self::assertTrue($worker->isRunning());
        self::assertSame($locked, $this->progress($run)->done);
        $other->exec('ROLLBACK');
        $deadline = microtime(true) + 60;
        while ($this->newestRun()->isUnderWay() && microtime(true) < $deadline) {
            usleep(50_000);
        }
        $worker->stop(5, \SIGTERM);
        $run = $this->newestRun();
        self::assertSame([JobState::Done, '', 150], [$run->job()->state(), $run->trouble(), $this->progress($run)->made()]);
        $files = Tools::pieces($this->download($project));
        self::assertCount(151, array_unique(array_map(md5(...), $files)));
        self::assertSame(150, Tools::pages($files['all.pdf']));
    }

    /**
     * Twenty workers killed anywhere in a run of five hundred with a row that cannot be made: every other piece is
     * right, none is there twice.
     */
    #[Group('killed')]
    public function testTwentyKillsInARunOfFiveHundredWithAPoisonRow(): void
    {
        $project = $this->rows(500, static fn (int $i): string => 125 === $i ? str_repeat('x', 40_000) : "Volunteer $i");
        $small = ['png' => ['size' => 'width', 'value' => '500']];
        $this->order($project, ['formats' => ['pdf', 'png'], 'of' => $small, 'file' => 'all', 'name' => '{register}']);
        $run = $this->newestRun();
        $database = $this->entities()->getConnection();
        mt_srand(9);
        for ($kill = 0; $kill < 20; ++$kill) {
            // What a killed worker was at is handed out again only after a while: let that pass at once.
            $database->executeStatement(
                "UPDATE messenger_messages SET delivered_at = '2020-01-01 00:00:00' WHERE delivered_at IS NOT NULL",
            );
            $worker = $this->worker();
            $worker->start();
            $deadline = microtime(true) + 20;
            while (
                '' ===
                    (string) $database->fetchOne('SELECT MAX(delivered_at) FROM messenger_messages WHERE delivered_at > ?', [
                        '2021-01-01',
                    ]) &&
                microtime(true) < $deadline &&
                $worker->isRunning()
            ) {
                usleep(2_000);
            }
            // A piece over which three died is given up: it is not to be one that was only hit by chance.
            $made = $this->progress($run)->made();
            while (0 !== $kill % 3 && $this->progress($run)->made() === $made && microtime(true) < $deadline && $worker->isRunning()) {
                usleep(2_000);
            }
            usleep(mt_rand(0, 250_000));
            $worker->signal(\SIGKILL);
            try {
                $worker->wait();
            } catch (\Throwable) {
            }
        }
        $database->executeStatement(
            "UPDATE messenger_messages SET delivered_at = '2020-01-01 00:00:00' WHERE delivered_at IS NOT NULL",
        );
        $this->work();
        $progress = $this->progress($run);
        self::assertSame([JobState::Done, 125], [$this->newestRun()->job()->state(), $this->report()->givenUp($run, 1)[0]['row']]);
        self::assertSame(
            ['1'],
            array_map(strval(...), [$progress->failed]),
            json_encode($this->report()->givenUp($run, 9)) ?: '',
        );
        $files = Tools::pieces($this->download($project));
        self::assertCount(500, $files, 'the PDF, and 499 pictures');
        self::assertCount(500, array_unique(array_map(md5(...), $files)), 'none is another');
        Tools::assertSoundPdf($files['all.pdf']);
        preg_match_all('/Volunteer (\d+)/', Tools::pdfText($files['all.pdf']), $m);
        self::assertSame(array_values(array_diff(range(1, 500), [125])), array_map(intval(...), $m[1]));
    }

    /** @param (\Closure(int): string)|null $name */
    private function rows(int $count, ?\Closure $name = null): Project
    {
        $name ??= static fn (int $i): string => "Volunteer $i";

        return $this->project(
            "Full name|Hours|Craft|Issued|Register\n" .
                implode("\n", array_map(static fn (int $i): string => $name($i) . "|$i|clocks|2026-03-09|$i", range(1, $count))),
        );
    }

    /** A project in which one row shows a drawing that came past the checks when it was brought, as those from before them did. */
    private function withHeavyPicture(int $rows, int $heavy): Project
    {
        $project = $this->project(
            "Full name|Hours|Craft|Issued|Register|Photo\n" .
                implode(
                    "\n",
                    array_map(
                        static fn (int $i): string => "Volunteer $i|$i|clocks|2026-03-09|$i|" .
                            ($i === $heavy ? 'masks' : 'seal'),
                        range(1, $rows),
                    ),
                ),
        );
        self::getContainer()
            ->get(PictureStore::class)
            ->add($project, new PictureFile('masks.svg', 'image/svg+xml', BadFiles::make('masks.svg'), 2000, 2000));
        $this->showPhoto($project);

        return $project;
    }

    /** A project of two rows that show a picture. */
    private function withPicture(string $name, string $bytes): Project
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register|Photo\nA|1|c|2026-03-09|1|seal\nB|2|c|2026-03-09|2|seal");
        self::getContainer()->get(PictureStore::class)->add($project, new PictureFile($name, 'image/png', $bytes, 300, 300));
        $this->showPhoto($project);

        return $project;
    }

    private function showPhoto(Project $project): void
    {
        $layer = new PictureLayer(
            'photo',
            'Photo',
            new Frame(100, 100, 300, 300),
            1.0,
            false,
            false,
            Pattern::parse('{photo}'),
            PictureFit::Contain,
        );
        self::getContainer()->get(DesignHistory::class)->apply($project, new AddLayer($layer, 0));
    }

    private static function plain(int $colour): string
    {
        $image = imagecreatetruecolor(300, 300);
        imagefilledrectangle($image, 0, 0, 300, 300, $colour);
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }

    /** @return list<int> the colour at the middle of the picture in each piece */
    private function seen(Project $project): array
    {
        $seen = [];
        foreach (Tools::pieces($this->download($project)) as $bytes) {
            $image = imagecreatefromstring($bytes) ?: throw new \LogicException('no picture');
            $scale = imagesx($image) / $this->reload($project)->template()->width;
            $seen[] = (int) imagecolorat($image, (int) (250 * $scale), (int) (250 * $scale));
        }

        return $seen;
    }

    /** @return array{Run, Production, RunSink} of six rows, into what the output makes of them */
    private function making(DyingOutput $output): array
    {
        $run = $this->started($project = $this->rows(6), 'pdf');
        $making = new Production(
            $run->template(),
            [new ChosenFormat($output, $output->settings())],
            self::getContainer()->get(Engines::class)->with([])->layouter,
            self::getContainer()->get(PictureSets::class)->embedded($project),
            $run->evenSizes(),
            $run->touchUps(),
        );
        $sink = new RunSink(
            $run,
            $this->pieces(),
            self::getContainer()->get(FileStore::class),
            $this->entities()->getConnection(),
            self::getContainer()->get(JobRecorder::class),
            self::getContainer()->get(LogContext::class),
        );

        return [$run, $making, $sink];
    }

    private function started(Project $project, string $format): Run
    {
        return self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf($format, '{register}', 'x'));
    }

    /** A worker whose pieces go to these files. */
    private function store(): FilesystemAdapter
    {
        $root = \dirname(__DIR__, 2);

        return (new FilesystemFactory($root))->adapter(str_replace('%kernel.project_dir%', $root, (string) $_SERVER['STORAGE_DSN']));
    }

    private function handler(FilesystemOperator $files): RunJobHandler
    {
        $container = self::getContainer();
        $desk = $container->get(JobDispatcher::class);
        $record = $container->get(JobRecorder::class);
        $store = new FileStore($this->entities()->getConnection(), $files);
        $makings = $container->get(RunProduction::class);
        $making = new RunTask(
            $this->entities(),
            $this->entities()->getConnection(),
            $this->pieces(),
            $store,
            $container->get(PieceMaker::class),
            $makings,
            new FinishedRun($this->pieces(), $this->report(), $store, $makings, $container->get(Binder::class), $record),
            $record,
            $container->get(WorkerRegistry::class),
            $container->get(Counters::class),
            $container->get(LogContext::class),
            $container->get(EventDispatcherInterface::class),
        );

        return new RunJobHandler(
            $this->entities(),
            $desk,
            $record,
            $files,
            new JobKindRegistry([$making]),
            $container->get(LockFactory::class),
            $container->get(LogContext::class),
            $container->get(LoggerInterface::class),
        );
    }

    private function report(): PieceReport
    {
        return self::getContainer()->get(PieceReport::class);
    }

    private function pieces(): PieceStore
    {
        return self::getContainer()->get(PieceStore::class);
    }
}
