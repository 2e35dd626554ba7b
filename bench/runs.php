<?php

declare(strict_types=1);

/*
 * Runs in the application itself, by workers that are there already: how long, and how much memory a worker and its
 * renderer take at the most, as runs grow; and a second run after one changed cell beside the first. It has the
 * database and files of the tests. Usage: php -d ffi.enable=1 bench/runs.php
 */

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\App\Runs\Runs\RowChoice;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Tests\TestDatabase;
use Symfony\Component\Process\Process;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";
TestDatabase::fresh();
$services = require __DIR__ . '/start.php';
$entities = $services->get(EntityManagerInterface::class);
$member = new Member('isolde@tidewick.example', 'Isolde');
$member->setPassword('not a hash, so nobody signs in with it');
$entities->persist($member);
$entities->flush();

/** @param \Closure(int): array<string, string> $row */
$project = static function (string $starter, int $rows, Closure $row) use ($services, $member): Project {
    $file = $services->get(StarterShelf::class)->load($starter);
    $json = json_decode((new DesignCodec())->encode($file->design), true);
    foreach ($json['sides'][0]['layers'] as &$layer) {
        if ('{drawing}' === ($layer['pattern'] ?? '')) {
            // Of the tote, only the line changes.
            unset($layer['pattern']);
            $layer['picture'] = 'kettle.svg';
        }
    }
    unset($layer);
    $design = (new DesignCodec())->decode(json_encode($json));
    $lines = [array_keys($row(1)), ...array_map(static fn (int $i): array => array_values($row($i)), range(1, $rows))];
    $table = Table::of((new TableBuilder())->build($lines));

    return $services->get(ProjectMaker::class)->fromFile($member, new MorpheaFile($design, $file->pictures, $table), 'x');
};
/** @return float seconds from the order to the last byte */
$run = static function (Project $project, string $as) use ($services, $entities): float {
    $began = hrtime(true);
    $order = new RunOrder(
        [
            new ChosenFormat(
                $services->get(ExportFormatRegistry::class)->get($as),
                $services->get(ExportFormatRegistry::class)->get($as)->settings(),
            ),
        ],
        RowChoice::All,
        '',
        '{register}',
        'all',
    );
    $id = $services->get(RunDispatcher::class)->start($project, $order)->id();
    do {
        usleep(5_000);
        $state = $entities->getConnection()->fetchOne('SELECT job.state FROM job JOIN run ON run.job_id = job.id WHERE run.id = ?', [$id]);
    } while (!in_array($state, ['done', 'failed', 'stopped'], true));
    if ('done' !== $state) {
        throw new RuntimeException("The run is $state.");
    }

    return (hrtime(true) - $began) / 1e9;
};
$workers = [];
$hire = static function (int $count) use (&$workers, $root): void {
    array_map(static fn (Process $worker): ?int => $worker->stop(5, SIGTERM), $workers);
    $workers = [];
    for ($i = 0; $i < $count; ++$i) {
        $worker = new Process(
            [PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console', 'messenger:consume', 'priority', 'runs', '--env=test', '--sleep=0.05', '-q'],
            $root,
            timeout: null,
        );
        $worker->start();
        $workers[] = $worker;
    }
    sleep(2);
};
/** Megabytes that processes with these ids had at the most. */
$most = static fn (array $ids): float => max([0.0, ...array_map(
    static fn (int $id): float => 1 === preg_match('/VmHWM:\s+(\d+)/', (string) @file_get_contents("/proc/$id/status"), $found)
        ? (int) $found[1] / 1000
        : 0.0,
    $ids,
)]);
$memory = static function () use (&$workers, $most): string {
    $ids = array_map(static fn (Process $worker): int => (int) $worker->getPid(), $workers);
    exec('pgrep -P ' . implode(',', $ids), $renderers);

    return sprintf('a worker %.0f MB, its renderer %.0f MB', $most($ids), $most(array_map(intval(...), $renderers)));
};

$certificates = static fn (int $rows): Project => $project('mending-certificate', $rows, static fn (int $i): array => [
    'Full name' => "Volunteer $i",
    'Hours' => "$i",
    'Craft' => 'clocks',
    'Issued' => '2026-03-09',
    'Register' => "TMG-$i",
]);
$totes = static fn (int $i): array => ['Line' => "I mend kettles $i", 'Register' => "$i"];
foreach ([100, 1000, 5000] as $count) {
    $these = $certificates($count);
    $hire(2);
    $what = number_format($count) . ' certificates, one PDF, two workers';
    printf("%-66s %8.2f s %s\n", $what, $run($these, 'pdf'), $memory());
}
$took = [];
foreach ([1, 2] as $count) {
    $these = $project('guild-tote', 100, $totes);
    $hire($count);
    $took[] = $run($these, 'png');
    printf("%-66s %8.2f s %s\n", "100 print designs 4500 x 5400, PNG, workers: $count", end($took), $memory());
}
printf("%-66s %8.2f ×\n", 'two against one', $took[0] / $took[1]);
$these = $certificates(500);
$hire(1);
$first = $run($these, 'png');
printf("%-66s %8.2f s %s\n", '500 certificates 3508 x 2480, PNG, one worker', $first, $memory());
$row = $services->get(TableRows::class)->table($these)->rows[250];
$services->get(TableStore::class)->apply($these, new SetCells([$row->id => ['full_name' => 'Somebody else']]));
$again = $run($these, 'png');
printf("%-66s %8.2f s %6.2f %% of the first\n", 'the same after one changed cell', $again, 100 * $again / $first);
$hire(0);
