<?php

declare(strict_types=1);

/*
 * Print sheets: 1,000 and 10,000 numbered tags, ten up, cut and stack, by the command line's way with two processes and in
 * the application with two workers; beside the plain way in the same run, which is `rsvg-convert` over sheets that have
 * the same drawings in the same places (timed over 20 sheets, and said for all). And how the file grows.
 * Usage: php -d ffi.enable=1 bench/sheets.php
 */

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Cli\FilePress;
use Morphea\App\Cli\PressOptions;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Format\SheetPdfSettings;
use Morphea\App\Engine\Production\Format\Sheets;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\PdfWriter;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Runs\Runs\RowChoice;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Tests\TestDatabase;
use Symfony\Component\Process\Process;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";
TestDatabase::fresh();
$services = require __DIR__ . '/start.php';
$folder = sys_get_temp_dir() . '/morphea-bench-' . getmypid();
mkdir($folder);
register_shutdown_function(static fn () => exec('rm -rf ' . escapeshellarg($folder)));
$seconds = static function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};
$starter = $services->get(StarterShelf::class)->load('stub-tag');
$tags = static fn (int $count): MorpheaFile => new MorpheaFile($starter->design, $starter->pictures, Table::of(
    (new TableBuilder())->build([
        ['Tag', 'Bench'],
        ...array_map(static fn (int $i): array => [sprintf('%06d', $i), 'bench ' . $i % 7], range(1, $count)),
    ]),
));
$choice = new ChosenFormat(
    $services->get(ExportFormatRegistry::class)->get(Sheets::id()),
    new SheetPdfSettings(new SettingsInput(['sheet' => '{"lay":"upright"}'])),
);

$bytes = $took = [];
foreach ([1_000, 10_000] as $count) {
    $file = $tags($count);
    $services->get(MorpheaArchive::class)->write("$folder/$count.morphea", $file->design, $file->pictures, $file->table);
    $took[$count] = $seconds(static fn () => $services->get(FilePress::class)->press(new PressOptions(
        "$folder/$count.morphea",
        null,
        [$choice],
        "$folder/$count",
        null,
        '',
        2,
        null,
        static function (): void {
        },
    )));
    $bytes[$count] = (int) filesize(glob("$folder/$count/*.pdf")[0]);
    printf("%-66s %8.2f s %6.2f MB\n", number_format($count) . ' tags, ten up, two processes', $took[$count], $bytes[$count] / 1e6);
}
printf("%-66s %8.2f kB\n", 'the file, a sheet more', ($bytes[10_000] - $bytes[1_000]) / 900 / 1000);

$layouter = $services->get(Engines::class)->with([])->layouter;
$pictures = $services->get(FilePictures::class)->load($starter);
$writer = new SvgWriter($pictures, SvgSize::Free);
$plain = $seconds(static function () use ($tags, $starter, $layouter, $pictures, $writer, $services, $folder): void {
    $pages = [];
    foreach (array_chunk(iterator_to_array($tags(200)->table->records(), false), 10) as $sheet) {
        $page = '<svg xmlns="http://www.w3.org/2000/svg" width="210mm" height="297mm" viewBox="0 0 210 297">';
        foreach ($sheet as $i => $row) {
            $svg = $writer->write($layouter->lay($starter->design, $row, $pictures)->drawing);
            $at = sprintf('<svg x="%.3F" y="%.3F" width="92.03" height="50.04" ', 13 + $i % 2 * 92.03, 23 + intdiv($i, 2) * 50.04);
            $page .= preg_replace('/^<svg /', $at, $svg);
        }
        $pages[] = "$page</svg>";
    }
    file_put_contents("$folder/plain.pdf", $services->get(PdfWriter::class)->write($pages));
}) / 20;
$size = filesize("$folder/plain.pdf") / 20;
printf("%-66s %8.2f s %6.2f MB\n", '10,000 plainly, as 20 of 1,000 sheets took', 1_000 * $plain, 1_000 * $size / 1e6);
printf("%-66s %8.2f × %5.1f × smaller\n", 'against it', 1_000 * $plain / $took[10_000], 1_000 * $size / $bytes[10_000]);

$entities = $services->get(EntityManagerInterface::class);
$member = new Member('isolde@tidewick.example', 'Isolde');
$member->setPassword('not a hash, so nobody signs in with it');
$entities->persist($member);
$entities->flush();
$project = $services->get(ProjectMaker::class)->fromFile($member, $tags(10_000), 'x');
$workers = array_map(static fn (): Process => new Process(
    [PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console', 'messenger:consume', 'priority', 'runs', '--env=test', '--sleep=0.05', '-q'],
    $root,
    timeout: null,
), [1, 2]);
array_map(static fn (Process $worker) => $worker->start(), $workers);
sleep(2);
foreach (['10,000 tags in the application, two workers', 'the same pieces in another order'] as $what) {
    $run = $seconds(static function () use ($services, $entities, $project, $choice): void {
        $id = $services->get(RunDispatcher::class)->start($project, new RunOrder([$choice], RowChoice::All, '', '{tag}', 'tags'))->id();
        do {
            usleep(5_000);
            $state = $entities->getConnection()->fetchOne(
                'SELECT job.state FROM job JOIN run ON run.job_id = job.id WHERE run.id = ?',
                [$id],
            );
        } while (!in_array($state, ['done', 'failed', 'stopped'], true));
        'done' === $state ?: throw new RuntimeException("The run is $state.");
    });
    printf("%-66s %8.2f s\n", $what, $run);
}
array_map(static fn (Process $worker): ?int => $worker->stop(5, SIGTERM), $workers);
