<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Production\Binder;
use Morphea\App\Engine\Production\PieceMaker;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Platform\Jobs\RunJobHandler;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Message;
use Morphea\Core\Tests\English;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;

/**
 * Runs that go wrong: whatever is wrong with one piece is that piece's alone, what is not made is not told as made, and
 * nothing is made twice.
 */
final class RobustPressTest extends AppTestCase
{
    use RobustRuns;

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
                ['reason' => 'Recipient: has 900,000 characters; text can have up to 5,000. Shorten the cell.', 'row' => 7, 'name' => '7'],
            ],
            array_map(
                static fn (array $one): array => ['reason' => English::say($one['reason'])] + $one,
                $this->report()->givenUp($run, 5),
            ),
        );
    }

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
        $reason = English::say($this->report()->givenUp($run, 5)[0]['reason']);
        self::assertStringContainsString('more time or memory than one piece may', $reason);
        'pdf' === $format
            ? self::assertSame(5, Tools::pages($this->download($project)))
            : self::assertCount(5, Tools::pieces($this->download($project)));
    }

    #[Group('stored')]
    public function testAPieceThatEndedTheProcessIsTriedAloneAndGivenUpAfterThreeTimes(): void
    {
        $run = $this->started($this->rows(5), 'pdf');
        $database = $this->entities()->getConnection();
        $database->executeStatement('UPDATE piece SET tries = CASE position WHEN 2 THEN 1 WHEN 4 THEN 3 ELSE 0 END');
        $this->work();
        $progress = $this->progress($run);
        self::assertSame([4, 1], [$progress->made(), $progress->failed]);
        self::assertStringContainsString(
            'Making this piece stopped the program 3 times',
            English::say($this->report()->givenUp($run, 1)[0]['reason']),
        );
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

    #[Group('stored')]
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
            static function (PieceRequest $piece, Message|string $why) use (&$failed): void {
                $failed[] = [$piece->name, $why];
            },
        );
        self::assertSame([['4', 'The helper died over 4.']], $failed);
        self::assertSame(['all.txt' => "1\n2\n3\n5\n6"], $documents);
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
            'The database is busy. Nothing was changed. Try again in a moment.',
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
}
