<?php

declare(strict_types=1);

/*
 * All rows of the demo certificate laid out and checked, beside laying them out alone; how time and memory grow with the
 * rows; finding out what is the matter with the whole set; and the proof of a project of 1,000 rows as it is kept: the
 * first, with pixels, and the second after one changed cell. Usage: php -d ffi.enable=1 bench/proof.php
 */

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Editor\Checks\Inspector;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Tests\TestDatabase;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";
TestDatabase::fresh();
$services = require __DIR__ . '/start.php';
$file = $services->get(StarterShelf::class)->load('mending-certificate');
$pictures = $services->get(FilePictures::class)->load($file);
$rows = array_values(iterator_to_array($file->table->records()));
$record = static function (int $i) use ($rows): Record {
    $row = $rows[$i % count($rows)];

    return new Record($i + 1, ['full_name' => $row->cells['full_name'] . ' ' . $i] + $row->cells, $row->monthFirst);
};
$timed = static function (Closure $work): array {
    memory_reset_peak_usage();
    $began = hrtime(true);
    $work();

    return [(hrtime(true) - $began) / 1e9, memory_get_peak_usage() / 1e6];
};
$proof = new Proof();
foreach ([1_000, 10_000] as $count) {
    $lay = static function (bool $checked) use ($services, $file, $pictures, $record, $count, $proof): int {
        // Engines of their own: what one has measured is not there for the other.
        $layouter = $services->get(Engines::class)->with([])->layouter;
        $set = new WholeSet();
        $found = 0;
        for ($i = 0; $i < $count; ++$i) {
            $laid = $layouter->lay($file->design, $record($i), $pictures);
            if ($checked) {
                $found += count($proof->check(new Inspected($file->design, $laid)));
                $set->add($i + 1, WholeSet::facts($file->design, [$laid]));
            }
        }

        return $found + ($checked ? count($set->warnings()) : 0);
    };
    [$alone, $little] = $timed(static fn () => $lay(false));
    [$both, $more] = $timed(static fn () => $lay(true));
    printf(
        "%6d rows: laid out %.2f s, %.0f MB; laid out and checked %.2f s, %.0f MB: %.2f times\n",
        $count,
        $alone,
        $little,
        $both,
        $more,
        $both / $alone,
    );
}

// ---- as it is kept
$member = new Member('isolde@tidewick.example', 'Isolde');
$member->setPassword('not a hash, so nobody signs in with it');
$services->get(EntityManagerInterface::class)->persist($member);
$lines = [array_keys($rows[0]->cells)];
for ($i = 0; $i < 1_000; ++$i) {
    $lines[] = array_values($record($i)->cells);
}
$table = Table::of((new TableBuilder())->build($lines));
$project = $services->get(ProjectMaker::class)->fromFile($member, new MorpheaFile($file->design, $file->pictures, $table), 'x');
$looker = $services->get(Inspector::class);
$look = static function () use ($looker, $project): int {
    $waiting = $looker->waiting($project);
    $looker->layout($project, $waiting);
    $looker->pixels($project, $waiting);

    return count($waiting->rows);
};
$count = 0;
[$first, $memory] = $timed(static function () use ($look, &$count): void {
    $count = $look();
});
printf("%6d rows of a project looked at for the first time, with pixels: %.2f s, %.0f MB\n", $count, $first, $memory);
$row = $services->get(TableRows::class)->table($project)->rows[500];
$services->get(TableStore::class)->apply($project, new SetCells([$row->id => ['full_name' => 'Somebody else']], [], 'One cell'));
[$second] = $timed(static function () use ($look, &$count): void {
    $count = $look();
});
printf("%6d row  looked at after one changed cell: %.3f s, 1/%.0f of the first\n", $count, $second, $first / $second);
