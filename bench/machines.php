<?php

declare(strict_types=1);

/*
 * The same run by 1, 2 and 4 workers, on SQLite and a folder and on PostgreSQL and an object store, which it starts on
 * loopback; what each part of it costs; and from that, simulated, what 1 to 200 workers with a machine each would make,
 * and what they would cost. Usage: php -d ffi.enable=1 bench/machines.php [pieces]
 */

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Format\PictureSettings;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Runs\Runs\RowChoice;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\Bench\Simulation\Costs;
use Morphea\Bench\Simulation\Machines;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Tests\Machines\Servers;
use Morphea\Tests\TestDatabase;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\TransportNamesStamp;
use Symfony\Component\Process\Process;

/** Money, for the sum at the end: put your own. */
const WORKER_HOUR = 0.02;
const DATABASE_HOUR = 0.25;
const THOUSAND_WRITES = 0.005;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";

if ('one' === ($argv[1] ?? '')) {
    [, , $workers, $pieces] = $argv;
    echo json_encode(one((int) $workers, (int) $pieces, $root), \JSON_THROW_ON_ERROR), "\n";
    exit(0);
}

$pieces = (int) ($argv[1] ?? 800);
putenv('MORPHEA_TESTS=bench');
$child = static function (int $workers, array $settings) use ($root, $pieces): array {
    $process = new Process([PHP_BINARY, '-d', 'ffi.enable=1', __FILE__, 'one', (string) $workers, (string) $pieces], $root, $settings + [
        'MORPHEA_TESTS' => 'bench',
        'MORPHEA_NICE' => '0',
        'SYMFONY_DOTENV_VARS' => false,
    ], timeout: 900);
    $process->mustRun();

    return json_decode((string) strrchr("\n" . trim($process->getOutput()), "\n"), true, 8, \JSON_THROW_ON_ERROR);
};
$servers = Servers::start();
$settings = $servers->settings();
$real = [];
try {
    foreach (['SQLite, a folder' => [], 'PostgreSQL, an object store' => $settings] as $kind => $with) {
        foreach ([1, 2, 4] as $workers) {
            $real[$kind][$workers] = $found = $child($workers, $with);
            printf("%-30s %d worker%s %7.1f pieces/s\n", $kind, $workers, 1 === $workers ? ' ' : 's', $found['rate']);
        }
    }
} finally {
    $servers->stop();
}
$found = $real['PostgreSQL, an object store'];
$costs = new Costs($found[1]['piece'], $found[1]['query'], $found[1]['stretch'], $found[1]['write'], $found[1]['busy']);
printf(
    "\nA piece: %.1f ms of a worker's processor, %.2f ms of the database's; a write %.1f ms, %.2f ms of the store's; a stretch %.1f ms\n",
    1e3 * $costs->piece,
    1e3 * $costs->query,
    1e3 * $costs->write,
    1e3 * $costs->busy,
    1e3 * $costs->stretch,
);
// Here all of them share the processors there are.
$cores = (int) trim((string) shell_exec('nproc'));
$here = new Machines(
    new Costs($costs->piece + $costs->query + $costs->busy, 0.0, $costs->stretch, max(0.0, $costs->write - $costs->busy), 0.0),
    $cores,
    64,
    64,
);
echo "\nSimulated for this machine of $cores cores, against what was measured:\n";
foreach ([1, 2, 4] as $workers) {
    $told = $here->make($pieces, $workers)['rate'];
    $was = $found[$workers]['rate'];
    printf("%d workers %7.1f pieces/s, measured %7.1f: %.2f\n", $workers, $told, $was, $told / $was);
}
foreach ([1, 4] as $lanes) {
    $many = new Machines($costs, 1_000, $lanes, 64);
    echo "\nSimulated, a core for each worker, a database that serves $lanes at a time, a store that takes 64 at a time:\n";
    echo "workers  pieces/s  100,000 in   workers busy  database busy  1,000 pieces cost\n";
    $broke = null;
    foreach ([1, 2, 4, 8, 16, 32, 64, 100, 150, 200] as $workers) {
        $made = $many->make(max(2_000, 150 * $workers), $workers);
        $busy = $made['processors'] * min($workers, 1_000) / $workers;
        $money = ($workers * WORKER_HOUR + DATABASE_HOUR) / 3600 / $made['rate'] * 1000 + THOUSAND_WRITES;
        printf(
            "%7d  %8.1f  %7.1f min  %11.0f %%  %12.0f %%  %17.4f\n",
            $workers,
            $made['rate'],
            100_000 / $made['rate'] / 60,
            100 * $busy,
            100 * $made['database'],
            $money,
        );
        foreach (['database', 'store'] as $what) {
            $broke ??= $made[$what] > 0.9 ? "the $what at $workers workers" : null;
        }
    }
    echo 'What breaks first: ', $broke ?? 'nothing up to 200 workers', ".\n";
}

/** @return array{rate: float, piece: float, query: float, stretch: float, write: float, busy: float} all but the rate in seconds */
function one(int $workers, int $pieces, string $root): array
{
    TestDatabase::fresh();
    $services = require __DIR__ . '/start.php';
    $entities = $services->get(EntityManagerInterface::class);
    $member = new Member('isolde@tidewick.example', 'Isolde');
    $member->setPassword('not a hash, so nobody signs in with it');
    $entities->persist($member);
    $entities->flush();
    $file = $services->get(StarterShelf::class)->load('mending-certificate');
    $lines = [['Full name', 'Hours', 'Craft', 'Issued', 'Register']];
    for ($i = 1; $i <= $pieces; ++$i) {
        $lines[] = ["Volunteer $i", (string) $i, 'clocks', '2026-03-09', "TMG-$i"];
    }
    $table = Table::of((new TableBuilder())->build($lines));
    $project = $services->get(ProjectMaker::class)->fromFile($member, new MorpheaFile($file->design, $file->pictures, $table), 'x');
    $all = [];
    for ($i = 0; $i < $workers; ++$i) {
        $command = ['bin/console', 'messenger:consume', 'priority', 'runs', '--env=test', '--sleep=0.05', '-q'];
        $all[] = $worker = new Process([PHP_BINARY, '-d', 'ffi.enable=1', ...$command], $root, timeout: null);
        $worker->start();
    }
    sleep(3);
    $connection = $entities->getConnection();
    $ids = array_map(static fn (Process $worker): int => (int) $worker->getPid(), $all);
    exec('pgrep -P ' . implode(',', $ids), $renderers);
    $makers = [...$ids, ...array_map(intval(...), $renderers)];
    $isPostgres = str_starts_with((string) getenv('DATABASE_URL'), 'postgresql');
    $backends = $isPostgres ? array_map(intval(...), $connection->fetchFirstColumn(
        "SELECT pid FROM pg_stat_activity WHERE backend_type = 'client backend' AND pid <> pg_backend_pid()",
    )) : [];
    exec('pgrep -f Machines/store.cjs', $stores);
    $stores = $isPostgres ? array_map(intval(...), $stores) : [];
    $before = [cpu($makers), cpu($backends), cpu($stores)];
    $choice = new ChosenFormat(
        $services->get(ExportFormatRegistry::class)->get('png'),
        new PictureSettings(new SettingsInput(['size' => 'width', 'value' => 1000])),
    );
    $began = hrtime(true);
    $id = $services->get(RunDispatcher::class)->start($project, new RunOrder([$choice], RowChoice::All, '', '{register}', 'all'))->id();
    do {
        usleep(10_000);
        $state = $connection->fetchOne('SELECT job.state FROM job JOIN run ON run.job_id = job.id WHERE run.id = ?', [$id]);
    } while (!in_array($state, ['done', 'failed', 'stopped'], true));
    $seconds = (hrtime(true) - $began) / 1e9;
    if ('done' !== $state) {
        throw new RuntimeException("The run is $state.");
    }
    $after = [cpu($makers), cpu($backends), cpu($stores)];
    array_map(static fn (Process $worker): ?int => $worker->stop(5, \SIGTERM), $all);
    [$piece, $query, $busy] = array_map(static fn (float $then, float $first): float => ($then - $first) / $pieces, $after, $before);

    return [
        'rate' => $pieces / $seconds,
        'piece' => $piece,
        'query' => $query,
        'stretch' => stretch($services->get(MessageBusInterface::class), $connection),
        'write' => write($services->get(FilesystemOperator::class)),
        'busy' => $busy,
    ];
}

/** Seconds that a message takes into the queue and out of it again. */
function stretch(MessageBusInterface $bus, Connection $connection): float
{
    $began = hrtime(true);
    for ($i = 0; $i < 100; ++$i) {
        $bus->dispatch(new RunJob("none-$i", 1, 2), [new TransportNamesStamp('runs')]);
        $found = $connection->fetchOne('SELECT id FROM messenger_messages ORDER BY available_at, id LIMIT 1');
        $connection->executeStatement('UPDATE messenger_messages SET delivered_at = ? WHERE id = ?', ['2026-01-01 00:00:00', $found]);
        $connection->executeStatement('DELETE FROM messenger_messages WHERE id = ?', [$found]);
    }

    return (hrtime(true) - $began) / 1e9 / 100;
}

/** Seconds that a write of a piece takes, for who waits for it. */
function write(FilesystemOperator $files): float
{
    $bytes = random_bytes(120_000);
    $began = hrtime(true);
    for ($i = 0; $i < 50; ++$i) {
        $files->write("made/bench/$i", $bytes);
    }

    return (hrtime(true) - $began) / 1e9 / 50;
}

/**
 * Processor seconds that some processes have had (proc(5), utime and stime).
 *
 * @param list<int> $processes
 */
function cpu(array $processes): float
{
    $ticks = 0;
    foreach ($processes as $process) {
        $fields = explode(' ', substr((string) strrchr((string) @file_get_contents("/proc/$process/stat"), ')'), 2));
        $ticks += (int) ($fields[11] ?? 0) + (int) ($fields[12] ?? 0);
    }

    return $ticks / 100;
}
