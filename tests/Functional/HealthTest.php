<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Database\SchemaVersion;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\LostJobRecovery;
use Morphea\App\Platform\Monitoring\LogFormat;
use Morphea\App\Platform\Monitoring\Readiness;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\Tests\Program;
use PHPUnit\Framework\Attributes\Group;
use Psr\Log\NullLogger;

/** What machines ask of each other, and that no work hangs on one of them. */
final class HealthTest extends AppTestCase
{
    private const KEY = 'a key for who watches';

    public function testAnybodyMayAskWhetherAMachineAnswersAndCanDoItsWork(): void
    {
        $this->browser->request('GET', '/health');
        self::assertSame("ok\n", $this->body());
        $this->browser->request('GET', '/ready');
        self::assertResponseIsSuccessful();
        self::assertSame(['ready' => true, 'database' => 'ok', 'version' => 'ok', 'store' => 'ok'], json_decode($this->body(), true));
        self::assertSame([], $this->browser->getCookieJar()->all(), 'nobody is known by it');
    }

    #[Group('stored')]
    public function testAMachineWhoseDatabaseIsNotMigratedOrWhoseStoreIsGoneIsNotReady(): void
    {
        $database = $this->entities()->getConnection();
        $database->executeStatement("DELETE FROM doctrine_migration_versions WHERE version LIKE '%129020000'");
        $this->browser->request('GET', '/ready');
        self::assertResponseStatusCodeSame(503);
        self::assertSame('not migrated', json_decode($this->body(), true)['version']);
        foreach (['20261129020000', '20991231000000'] as $version) {
            $database->executeStatement('INSERT INTO doctrine_migration_versions (version) VALUES (?)', [
                "Morphea\\Migrations\\Version$version",
            ]);
        }
        $this->browser->request('GET', '/ready');
        self::assertResponseIsSuccessful('old code goes on beside a newer database');
        $worker = $this->worker();
        self::assertSame(1, $worker->run(), 'but no worker begins');
        self::assertStringContainsString('newer than the code of this worker', $worker->getErrorOutput());

        $database->executeStatement("DELETE FROM doctrine_migration_versions WHERE version LIKE '%20991231000000'");
        $files = self::createStub(FilesystemOperator::class);
        $files->method('fileExists')->willThrowException(new \RuntimeException('secret address'));
        $ready = new Readiness($database, $files, self::getContainer()->get(SchemaVersion::class), new NullLogger());
        self::assertSame(['database' => 'ok', 'version' => 'ok', 'store' => 'does not answer'], $ready->look());
    }

    #[Group('stored')]
    public function testWhatIsDoneIsCountedForWhoHasTheKey(): void
    {
        $this->browser->request('GET', '/metrics');
        self::assertResponseStatusCodeSame(404, 'nobody may where there is no key');
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|1\nOar|4|clocks|2026-03-09|2");
        $this->order($project, ['format' => 'svg']);
        $before = $this->metrics();
        self::assertSame('2', $before['morphea_queue_messages{queue="runs"}'] ?? null);
        self::assertSame('1', $before['morphea_jobs{kind="run",state="waiting"}'] ?? null);
        self::assertSame('0', $before['morphea_pieces_made_total']);
        $this->work();
        $after = $this->metrics();
        self::assertSame(['2', '0', '0'], [
            $after['morphea_pieces_made_total'],
            $after['morphea_pieces_not_made_total'],
            $after['morphea_queue_messages{queue="runs"}'],
        ]);
        self::assertSame('0', $after['morphea_workers'], 'the one that was there has left');
    }

    #[Group('stored')]
    public function testWorkWhoseMessageIsLostIsAskedForAgain(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|1");
        $this->order($project, ['format' => 'svg']);
        $lost = self::getContainer()->get(LostJobRecovery::class);
        self::assertSame(0, $lost->find(microtime(true) + 300), 'it waits');
        $this->entities()->getConnection()->executeStatement('DELETE FROM messenger_messages');
        self::assertSame(0, $lost->find(microtime(true)), 'it may be on its way');
        $run = $this->newestRun();
        $this->entities()->getConnection()->executeStatement('UPDATE job SET touched_at = touched_at - 300');
        $this->entities()->clear();
        $this->order($project, ['format' => 'jpeg']);
        self::assertSame(1, $lost->find(microtime(true)), 'all that waits came later');
        self::assertSame(0, $lost->find(microtime(true)), 'once');
        $this->work();
        self::assertSame([1, 1], [$this->progress($run)->made(), $this->progress($this->newestRun())->made()]);
    }

    public function testAStopLetsAWorkerFinishWhatItIsAt(): void
    {
        $rows = implode("\n", array_map(static fn (int $i): string => "Volunteer $i|4|clocks|2026-03-09|$i", range(1, 60)));
        $project = $this->project("Full name|Hours|Craft|Issued|Register\n$rows");
        $this->order($project, ['formats' => ['png'], 'of' => ['png' => ['size' => 'width', 'value' => '900']]]);
        $run = $this->newestRun();
        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 60;
        while ($this->progress($run)->made() < 5 && microtime(true) < $deadline) {
            usleep(2_000);
        }
        $worker->signal(\SIGTERM);
        $worker->wait();
        $database = $this->entities()->getConnection();
        self::assertSame(0, (int) $database->fetchOne('SELECT COUNT(*) FROM messenger_messages WHERE delivered_at IS NOT NULL'));
        $tries = $database->fetchFirstColumn("SELECT DISTINCT tries FROM piece WHERE state = 'waiting'");
        self::assertSame([0], array_map(intval(...), $tries));
        self::assertLessThan(60, $this->progress($run)->made());
        $this->work();
        self::assertSame(60, $this->progress($run)->made());
    }

    /** Of two members the one with three large runs has no more of the queue than the other with one. */
    #[Group('stored')]
    public function testMembersShareTheQueueHoweverMuchTheyAskedFor(): void
    {
        $rows = implode("\n", array_map(static fn (int $i): string => "Volunteer $i|4|clocks|2026-03-09|$i", range(1, 200)));
        $project = $this->project("Full name|Hours|Craft|Issued|Register\n$rows");
        for ($i = 0; $i < 3; ++$i) {
            $this->order($project, ['formats' => [['svg', 'png', 'jpeg'][$i]]]);
        }
        $handed = fn (string $email): int => (int) $this->entities()->getConnection()->fetchOne(
            'SELECT SUM(job.handed) FROM job JOIN member ON member.id = job.owner_id WHERE member.email = ?',
            [$email],
        );
        self::assertSame(8, $handed('isolde@tidewick.example'), 'alone, all there is');
        $other = $this->project("Full name|Hours|Craft|Issued|Register\n$rows", 'pim@tidewick.example');
        $this->order($other, ['format' => 'svg']);
        self::assertSame(4, $handed('pim@tidewick.example'));
        // What the first has there comes back, and no more goes out than its share.
        $desk = self::getContainer()->get(JobDispatcher::class);
        $first = $this->entities()->getRepository(Run::class)->findOneBy(['number' => 1]) ?? self::fail();
        for ($i = 0; $i < 7; ++$i) {
            $desk->cameBack($first->job(), 2, 1.0);
            $desk->handOut($first->job());
        }
        self::assertSame(4, $handed('isolde@tidewick.example'));
        self::assertSame([1, 2, 1], $this->handed($project), 'and of its runs none waits for all of another');
        $this->entities()->clear();
        $desk->stop($this->entities()->find(Run::class, $first->id())?->job() ?? self::fail());
        self::assertSame(4, array_sum(\array_slice($this->handed($project), 1)), 'what one had that was stopped goes to the others');
    }

    public function testTheLogSaysWhereItIsAsObjectsOrAsLines(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|1");
        $this->order($project, ['format' => 'svg']);
        $run = $this->newestRun();
        $path = sys_get_temp_dir() . '/log-' . bin2hex(random_bytes(4));
        $worker = $this->worker();
        $worker->setEnv(['MORPHEA_LOG' => 'json', 'MORPHEA_LOG_TO' => $path, 'MORPHEA_LOG_LEVEL' => 'info', 'SYMFONY_DOTENV_VARS' => '']);
        $worker->start();
        $deadline = microtime(true) + 60;
        while ($this->newestRun()->isUnderWay() && microtime(true) < $deadline) {
            usleep(20_000);
        }
        $worker->stop(5, \SIGTERM);
        $lines = array_map(static fn (string $line): array => json_decode($line, true, 8, \JSON_THROW_ON_ERROR), file($path) ?: []);
        unlink($path);
        $isDone = static fn (array $line): bool => str_starts_with($line['message'], 'A stretch is done');
        $done = array_values(array_filter($lines, $isDone));
        self::assertSame([$run->id(), $run->job()->id(), 1], [
            $done[0]['extra']['run'],
            $done[0]['extra']['job'],
            $done[0]['extra']['piece'],
        ]);
        $this->expectExceptionMessage('it must be line or json');
        LogFormat::of('xml');
    }

    /**
     * @return list<int> stretches of each run that wait or are worked on
     *
     * @phpstan-impure
     */
    private function handed(Project $project): array
    {
        return array_map(intval(...), $this->entities()->getConnection()->fetchFirstColumn(
            'SELECT job.handed FROM job JOIN run ON run.job_id = job.id WHERE run.project_id = ? ORDER BY run.number',
            [$project->id()],
        ));
    }

    /** @return array<string, string> */
    private function metrics(): array
    {
        $process = new Program([\PHP_BINARY, '-r', <<<'PHP'
            $_SERVER['argv'] = $argv = ['x']; $_SERVER['MORPHEA_METRICS'] = $_ENV['MORPHEA_METRICS'] = 'a key for who watches';
            require 'tests/bootstrap.php';
            $kernel = new Morphea\App\Kernel('test', true);
            $key = ['HTTP_AUTHORIZATION' => 'Bearer a key for who watches'];
            $request = Symfony\Component\HttpFoundation\Request::create('/metrics', server: $key);
            echo $kernel->handle($request)->getContent();
            PHP], \dirname(__DIR__, 2), ['MORPHEA_METRICS' => self::KEY, 'APP_ENV' => 'test', 'SYMFONY_DOTENV_VARS' => false]);
        $process->mustRun();
        $found = [];
        foreach (explode("\n", trim($process->getOutput())) as $line) {
            self::assertMatchesRegularExpression('/^(# (HELP|TYPE) \w+ .+|\w+(\{\w+="[^"]*"(,\w+="[^"]*")*\})? [0-9.]+)$/', $line);
            if (!str_starts_with($line, '#')) {
                [$name, $value] = explode(' ', $line);
                $found[$name] = $value;
            }
        }

        return $found;
    }
}
