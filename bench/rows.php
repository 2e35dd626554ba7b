<?php

// Reading, computing and showing tables of 20,000 rows by 12 columns, each beside a plain baseline of the same work in the same run.
//
//     php -d ffi.enable=1 bench/rows.php

declare(strict_types=1);

use Morphea\App\Engine\Import\DelimitedText;
use Morphea\App\Engine\Import\OpenDocument;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Engine\Import\Workbook;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Recipe\RecipeRunner;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableSense;
use Morphea\Core\Table\Naming\PictureNames;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;

require dirname(__DIR__) . '/vendor/autoload.php';

const ROWS = 20_000;
$headings = ['Register', 'Full name', 'Town', 'Hours', 'Craft', 'Issued', 'Mail', 'Note', 'Thing', 'Tool', 'Title', 'Photo'];
$lines = [];
for ($i = 1; $i <= ROWS; ++$i) {
    $lines[] = [
        sprintf('%05d', $i),
        "Volunteer $i of Upper Tidewick",
        ['NW', 'Strand', 'Slip'][$i % 3],
        (string) ($i % 97),
        'kettles',
        sprintf('2026-%02d-%02d', 1 + ($i % 12), 1 + ($i % 28)),
        "v$i@tidewick.example",
        'ring, before Friday',
        'a "much loved" pot',
        'an oil can',
        "$i quick fixes",
        'kettle.jpg',
    ];
}
$csv = tempnam(sys_get_temp_dir(), 'bench') . '.csv';
$stream = fopen($csv, 'w');
foreach ([$headings, ...$lines] as $line) {
    fputcsv($stream, $line, ',', '"', '');
}
fclose($stream);
$xlsx = tempnam(sys_get_temp_dir(), 'bench') . '.xlsx';
$book = new Spreadsheet();
$book->getActiveSheet()->fromArray([$headings, ...$lines]);
IOFactory::createWriter($book, 'Xlsx')->save($xlsx);
unset($book, $lines);

$time = static function (string $what, Closure $work, ?float $baseline = null): float {
    gc_collect_cycles();
    memory_reset_peak_usage();
    $began = microtime(true);
    $work();
    $took = microtime(true) - $began;
    printf(
        "%-64s %7.2f s%s, peak %d MB\n",
        $what,
        $took,
        null === $baseline ? '' : sprintf('  %5.1f times the baseline', $took / $baseline),
        memory_get_peak_usage() / 1e6,
    );

    return $took;
};
$reader = new RawReader(new DelimitedText(), new Workbook(new OpenDocument()));
$take = static function (string $path) use ($reader): Table {
    $grid = $reader->file($path, basename($path));
    $sense = TableSense::of($grid->lines);

    return Table::of((new TableBuilder())->build(array_slice($grid->lines, $sense->headings)));
};
printf("%s rows by %d columns\n\n", number_format(ROWS), count($headings));
$plain = $time('CSV, fgetcsv alone', static function () use ($csv): void {
    $stream = fopen($csv, 'r');
    $all = [];
    while (false !== ($cells = fgetcsv($stream, null, ',', '"', ''))) {
        $all[] = $cells;
    }
});
$time('CSV, understood and taken as a table', static fn () => $take($csv), $plain);
$plain = $time('XLSX, PhpSpreadsheet alone', static function () use ($xlsx): void {
    $reader = IOFactory::createReader('Xlsx');
    $reader->load($xlsx)->getActiveSheet()->toArray();
});
$time('XLSX, understood and taken as a table', static fn () => $take($xlsx), $plain);
$table = $take($csv);
$kitchen = new RecipeRunner('en_GB', new PictureNames(['kettle.jpg']));
$plain = $time('A loop over all rows that joins two cells', static function () use ($table): void {
    $cells = [];
    foreach ($table->rows as $row) {
        $cells[] = $row->cells[1] . ', ' . $row->cells[2];
    }
});
foreach (
    [
        'join' => ['recipe' => 'join', 'pattern' => '{full_name}, {town}: {hours, plural, one {# hour} other {# hours}}'],
        'map' => ['recipe' => 'map', 'column' => 'town', 'pairs' => [['NW', 'Northwater']]],
        'series' => ['recipe' => 'series', 'width' => 5, 'restart' => 'town'],
        'case' => ['recipe' => 'case', 'column' => 'full_name', 'way' => 'title'],
        'split' => ['recipe' => 'split', 'column' => 'title', 'how' => 'number'],
        'date' => ['recipe' => 'date', 'column' => 'issued', 'part' => 'weekday'],
        'days' => ['recipe' => 'days', 'from' => 'issued', 'to' => 'issued'],
        'when' => [
            'recipe' => 'when',
            'column' => 'hours',
            'test' => 'more',
            'value' => '50',
            'then' => 'many',
            'otherwise' => '{hours}',
        ],
        'deal' => ['recipe' => 'deal', 'pool' => ['a.jpg', 'b.jpg', 'c.jpg'], 'shuffled' => true],
    ]
    as $name => $recipe
) {
    $time("Recipe: $name", static fn () => RecipeCodec::read($recipe, 'en_GB')->make($table, $kitchen), $plain);
}
unlink($csv);
unlink($xlsx);
