<?php

declare(strict_types=1);

/*
 * Noting the pieces of a run: by statements of many rows, as PieceStore does, and by Doctrine ORM, in a database of its own
 * in memory. Usage: php -d ffi.enable=1 bench/writing.php [pieces]
 */

use Doctrine\DBAL\DriverManager;
use Doctrine\ORM\EntityManager;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Tools\SchemaTool;
use Morphea\App\Runs\Runs\Piece;
use Morphea\App\Runs\Runs\PieceStore;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Table\Data\Record;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";
$services = require __DIR__ . '/start.php';
$configuration = $services->get(EntityManagerInterface::class)->getConfiguration();
$pieces = (int) ($argv[1] ?? 5_000);
$cells = ['full_name' => 'Philippa Featherstonehaugh', 'hours' => '12', 'craft' => 'clocks', 'issued' => '2026-03-09'];

$fresh = static function () use ($configuration, $services): EntityManager {
    $manager = new EntityManager(
        DriverManager::getConnection(['driver' => 'pdo_sqlite', 'memory' => true]),
        $configuration,
        $services->get(EntityManagerInterface::class)->getEventManager(),
    );
    (new SchemaTool($manager))->createSchema([$manager->getClassMetadata(Piece::class)]);

    return $manager;
};
$measure = static function (string $how, \Closure $write): float {
    gc_collect_cycles();
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $began = microtime(true);
    $write();
    $seconds = microtime(true) - $began;
    printf("%-28s %6.2f s, %5.1f MB more\n", $how, $seconds, (memory_get_peak_usage() - $before) / 1_000_000);

    return $seconds;
};

$manager = $fresh();
$run = (new ReflectionClass(Run::class))->newInstanceWithoutConstructor();
(new ReflectionProperty(Run::class, 'id'))->setValue($run, 'bench');
$rows = array_map(
    static fn (int $i): array => ['row' => new Record($i, $cells, id: $i), 'name' => sprintf('%05d', $i)],
    range(1, $pieces),
);
$bulk = $measure("$pieces pieces, statements", static fn () => (new PieceStore($manager->getConnection()))->create(
    $run,
    $rows,
    static fn (Record $row, string $name): string => sha1($name),
    static fn (Record $row, string $name): string => sha1($name),
));

$manager = $fresh();
$orm = $measure("$pieces pieces, ORM", static function () use ($manager, $rows): void {
    $run = $manager->getReference(Run::class, 'bench');
    foreach ($rows as $i => ['row' => $row, 'name' => $name]) {
        $manager->persist(new Piece($run, $i + 1, $row->number, $row->id, $name, $row->cells));
    }
    $manager->flush();
});
printf("The ORM takes %.1f times as long.\n", $orm / $bulk);
