<?php

declare(strict_types=1);

/*
 * How far warnings can be believed: all starters with their own rows, honest designs, and designs with one planted fault
 * each. Told by kind: faults found of those planted (recall), and warnings that are right of all there were (precision).
 * Usage: php -d ffi.enable=1 bench/proof-truth.php
 */

use Morphea\App\Cli\FileOpener;
use Morphea\App\Cli\FileProof;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Tests\Truth\Corpus;

$services = require __DIR__ . '/start.php';
$warnings = static function (MorpheaFile $file) use ($services): array {
    $open = $services->get(FileOpener::class)->with($file, $file->table);
    $all = array_merge(...array_values($services->get(FileProof::class)->warnings($open)));

    return array_filter($all, static fn (Warning $one): bool => Severity::Note !== $one->severity);
};
$planted = $found = $right = $wrong = [];
$pieces = 0;
foreach (Corpus::faulty() as [$design, $kind, $layer]) {
    $planted[$kind] = ($planted[$kind] ?? 0) + 1;
    $isFound = false;
    foreach ($warnings($design->made()) as $one) {
        $isRight = $one->kind->value === $kind && (null === $layer || $one->layer === $layer);
        $isFound = $isFound || $isRight;
        $isRight ? $right[$one->kind->value] = ($right[$one->kind->value] ?? 0) + 1
            : $wrong[$one->kind->value] = ($wrong[$one->kind->value] ?? 0) + 1;
    }
    $found[$kind] = ($found[$kind] ?? 0) + (int) $isFound;
}
$shelf = $services->get(StarterShelf::class);
$honest = array_map(static fn ($design): MorpheaFile => $design->made(), iterator_to_array(Corpus::honest()));
foreach ([...$honest, ...array_map($shelf->load(...), array_keys($shelf->all()))] as $file) {
    $pieces += count($file->table->rows);
    foreach ($warnings($file) as $one) {
        $wrong[$one->kind->value] = ($wrong[$one->kind->value] ?? 0) + 1;
    }
}
ksort($planted);
printf("%-10s %7s %5s %9s\n", 'kind', 'planted', 'found', 'precision');
foreach ($planted as $kind => $count) {
    $told = ($right[$kind] ?? 0) + ($wrong[$kind] ?? 0);
    printf("%-10s %7d %5d %8.0f%%\n", $kind, $count, $found[$kind], 0 === $told ? 0 : 100 * ($right[$kind] ?? 0) / $told);
}
printf(
    "all        %7d %5d; %d false warnings on %d honest pieces of %d designs\n",
    array_sum($planted),
    array_sum($found),
    array_sum($wrong),
    $pieces,
    count($honest) + count($shelf->all()),
);
