<?php

declare(strict_types=1);

/*
 * All rows of the demo certificate laid out and checked, beside laying them out alone; how time and memory grow with the
 * rows; and finding out what is the matter with the whole set. Usage: php -d ffi.enable=1 bench/proof.php
 */

use Morphea\App\Import\FilePictures;
use Morphea\App\Kernel;
use Morphea\App\Projects\StarterShelf;
use Morphea\App\Render\Engines;
use Morphea\App\Render\FontSetup;
use Morphea\Core\Data\Record;
use Morphea\Core\Proof\Inspected;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\WholeSet;
use Symfony\Component\Dotenv\Dotenv;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";
chdir($root);
$_SERVER['APP_ENV'] = $_ENV['APP_ENV'] = 'test';
(new Dotenv())->bootEnv("$root/.env", 'test');
exec('APP_ENV=test APP_DEBUG=0 ' . PHP_BINARY . ' bin/console cache:clear -q');
$kernel = new Kernel('test', false);
$kernel->boot();
$services = $kernel->getContainer()->get('test.service_container');
$services->get(FontSetup::class)->apply();
$file = $services->get(StarterShelf::class)->load('mending-certificate');
$pictures = $services->get(FilePictures::class)->of($file);
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
            $laid = $layouter->lay($file->template, $record($i), $pictures);
            if ($checked) {
                $found += count($proof->of(new Inspected($file->template, $laid)));
                $set->add($i + 1, WholeSet::facts([$laid]));
            }
        }

        return $found + ($checked ? count($set->findings()) : 0);
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
