<?php

declare(strict_types=1);

namespace Morphea\Tests\Machines;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Message;
use Morphea\Tests\Functional\AppTestCase;
use Morphea\Tests\Tools;

/**
 * One run on several machines that share nothing but PostgreSQL and an object store: whatever vanishes meanwhile, every
 * piece is there once and right. To be run by `make test-machines`, which starts both.
 */
final class MachinesTest extends AppTestCase
{
    /** Seconds. */
    private const PATIENCE = 240;
    private static ?Servers $servers = null;
    /** @var list<Machine> */
    private array $machines = [];

    protected function setUp(): void
    {
        self::$servers ??= Servers::running();
        parent::setUp();
    }

    protected function tearDown(): void
    {
        foreach ($this->machines as $machine) {
            $machine->vanish();
        }
        self::$servers?->mend();
        parent::tearDown();
    }

    /** A few more than a thousand, which is what a store lists at once. */
    public function testAThousandPiecesByFourMachinesOfWhichTwoVanish(): void
    {
        $run = $this->ordered(1_020);
        $machines = [$this->machine('one'), $this->machine('two'), $this->machine('three'), $this->machine('four')];
        foreach ($machines as $machine) {
            $machine->start();
        }
        foreach ([150 => 1, 450 => 3] as $made => $gone) {
            $this->until(fn (): bool => $this->progress($run)->made() >= $made, "$made pieces");
            $machines[$gone]->vanish();
        }
        $this->assertRight($run, 1_020);
        foreach ([0, 2] as $left) {
            self::assertStringNotContainsString('ERROR', $machines[$left]->told());
        }
    }

    public function testAStoreThatIsGoneForHalfAMinuteCostsTimeAlone(): void
    {
        $run = $this->ordered(150);
        $this->machine('one')->start();
        $this->machine('two')->start();
        $this->until(fn (): bool => $this->progress($run)->made() >= 20, 'a beginning');
        self::$servers?->stopStore();
        $this->browser->request('GET', "/projects/{$run->project()->id()}/press/runs/{$run->id()}/pieces/1/0");
        self::assertResponseStatusCodeSame(503);
        self::assertStringContainsString('The file storage does not respond. Nothing was changed.', $this->body());
        sleep(20);
        $silent = new Message('common.work.paused.again', ['why' => new Message('common.work.paused.storage')]);
        $this->until(fn (): bool => $silent->stored() === $this->trouble($run), 'words of it');
        self::assertLessThan(150, $this->progress($run)->made());
        sleep(5);
        self::$servers?->startStore();
        $this->assertRight($run, 150);
        self::assertSame('', $this->trouble($run));
    }

    public function testADatabaseThatIsGoneForHalfAMinuteCostsTimeAlone(): void
    {
        $run = $this->ordered(150);
        $this->machine('one')->start();
        $this->machine('two')->start();
        $this->until(fn (): bool => $this->progress($run)->made() >= 20, 'a beginning');
        self::$servers?->stopDatabase();
        $this->browser->request('GET', "/projects/{$run->project()->id()}/press");
        self::assertResponseStatusCodeSame(503);
        self::assertStringContainsString('The database does not respond. Nothing was changed.', $this->body());
        sleep(30);
        self::$servers?->startDatabase();
        $this->entities()->getConnection()->close();
        self::assertLessThan(150, $this->progress($run)->made());
        $this->entities()->clear();
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy([]) ?? self::fail());
        $this->assertRight($run, 150);
    }

    public function testAMachineWhoseClockIsOffOrWhoseCodeIsOldSaysSoAndLeavesTheWorkToOthers(): void
    {
        $run = $this->ordered(40);
        $late = $this->machine('late');
        $late->start(['LD_PRELOAD' => self::fakeTime(), 'FAKETIME' => '-5m', 'FAKETIME_NO_CACHE' => '1']);
        $old = $this->machine('old');
        unlink("$old->folder/migrations/Version20261129020000.php");
        $old->start();
        $clock = '/The clock of this machine is (299|300|301) seconds behind that of the database/';
        $code = 'The database is newer than the code of this worker.';
        $this->until(static fn (): bool => 1 === preg_match($clock, $late->told()), 'words of the clock');
        $this->until(static fn (): bool => str_contains($old->told(), $code), 'words of the code');
        self::assertSame(0, $this->progress($run)->made());
        $this->machine('one')->start();
        $this->assertRight($run, 40);
    }

    private function ordered(int $rows): Run
    {
        $lines = ['Full name|Hours|Craft|Issued|Register'];
        for ($i = 1; $i <= $rows; ++$i) {
            $lines[] = "Volunteer $i|" . ($i % 40) . '|clocks|2026-03-09|' . \sprintf('R-%05d', $i);
        }
        $project = $this->project(implode("\n", $lines));
        $this->order($project, ['formats' => ['svg', 'pdf'], 'name' => '{register}', 'file' => 'all']);

        return $this->newestRun();
    }

    private function machine(string $name): Machine
    {
        return $this->machines[] = new Machine($name, self::$servers?->settings() ?? []);
    }

    private function trouble(Run $run): string
    {
        return (string) $this->entities()->getConnection()->fetchOne('SELECT error FROM job WHERE id = ?', [$run->job()->id()]);
    }

    private function until(\Closure $is, string $what): void
    {
        $deadline = microtime(true) + self::PATIENCE;
        while (!$is()) {
            self::assertLessThan($deadline, microtime(true), "no $what: " . implode("\n", array_map(
                static fn (Machine $machine): string => $machine->told(),
                $this->machines,
            )));
            usleep(100_000);
        }
    }

    /** Every piece once, of its own row, in files and in the document that is made of all. */
    private function assertRight(Run $run, int $count): void
    {
        $this->until(fn (): bool => !$this->newestRun()->isUnderWay(), 'end');
        $run = $this->newestRun();
        self::assertSame([JobState::Done, ''], [$run->job()->state(), $run->trouble()]);
        self::assertSame([$count, 0], [$this->progress($run)->made(), $this->progress($run)->failed]);
        $files = Tools::pieces($this->download($run->project()));
        self::assertCount($count + 1, $files);
        self::assertCount($count + 1, array_unique(array_map(md5(...), $files)), 'none is there twice');
        for ($i = 1; $i <= $count; ++$i) {
            self::assertStringContainsString("Volunteer $i<", $files[\sprintf('R-%05d.svg', $i)]);
        }
        self::assertSame($count, Tools::pages($files['all.pdf']));
        self::assertCount($count, $this->stored("made/{$run->project()->id()}"), 'and no other is left in the store');
    }

    private static function fakeTime(): string
    {
        return (glob('/usr/lib/*/faketime/libfaketime.so.1') ?: [''])[0];
    }
}
