<?php

/*
 * How fast pieces become files, each beside the plain way in the same run: `rsvg-convert` over the same drawings, one
 * process a piece for pictures, all pages in one for PDF. The plain way is timed over a sample where it would take
 * too long, and said for all. What comes out is compared with the plain way, pixel by pixel.
 * Usage: php -d ffi.enable=1 bench/press.php [NAME …], by default all of them
 */

use Morphea\App\Cli\FilePress;
use Morphea\App\Cli\PressOptions;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\Vips;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Text\LetterOutlines;
use Morphea\Core\Table\Data\Edit\TakeTable;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;

$root = dirname(__DIR__);
$services = require __DIR__ . '/start.php';
$folder = sys_get_temp_dir() . '/morphea-bench-' . getmypid();
mkdir($folder);
register_shutdown_function(static fn () => exec('rm -rf ' . escapeshellarg($folder)));

$seconds = static function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};

$archive = $services->get(MorpheaArchive::class);
/** A design made of a starter, with so many rows, no two of them alike; as a file. */
$design = static function (
    string $starter,
    int $rows,
    ?Closure $change = null,
    array $borrowed = [],
    ?int $other = null,
    bool $photographs = false,
) use ($services, $archive, $folder): string {
    $shelf = $services->get(StarterShelf::class);
    $file = $shelf->load($starter);
    $codec = new DesignCodec();
    $json = json_decode($codec->encode($file->design), true);
    null === $change ?: $change($json['sides'][0]['layers']);
    $pictures = array_map($file->pictures->picture(...), $file->pictures->names);
    foreach ($borrowed as $name => $from) {
        $pictures[] = $shelf->load($from)->pictures->picture($name);
    }
    $records = array_values(iterator_to_array($file->table->records()));
    $lines = [array_keys($records[0]->cells)];
    for ($i = 0; $i < $rows; ++$i) {
        $cells = array_values($records[$i % count($records)]->cells);
        // Something in every row that no other has.
        $cells[0] .= ' ' . ($i + 1 + ($i === $other ? 100_000 : 0));
        if ($photographs) {
            // A photograph of its own for every row, as large as those of the demo.
            $photo = $shelf->load($starter)->pictures->picture($cells[2] . '.jpg');
            $image = imagecreatefromstring($photo->bytes);
            imagefilter($image, IMG_FILTER_COLORIZE, $i % 40, intdiv($i, 40) * 8, 0);
            ob_start();
            imagejpeg($image, null, 88);
            $cells[2] = "photo-$i.jpg";
            $bytes = (string) ob_get_clean();
            $pictures[] = new PictureFile($cells[2], 'image/jpeg', $bytes, imagesx($image), imagesy($image), 0.5, 0.5);
        }
        $lines[] = $cells;
    }
    $table = TakeTable::fresh((new TableBuilder())->build($lines), '')->apply(new Table([], []));
    $archive->write($path = "$folder/" . uniqid() . '.morphea', $codec->decode(json_encode($json)), $pictures, $table);

    return $path;
};

/** Every piece as an SVG in a file, for the plain way; `$outlines` as it is compared. */
$svgs = static function (string $path, int $count, SvgSize $size, bool $outlines = false) use ($services, $archive, $folder): array {
    $file = $archive->read($path, 'bench');
    $engine = $services->get(Engines::class)->with([]);
    $pictures = $services->get(FilePictures::class)->load($file);
    $records = array_values(iterator_to_array($file->table->records()));
    $even = EvenSizes::of($file->design, $records, $engine->texts);
    $writer = new SvgWriter($pictures, $size, $outlines ? new LetterOutlines() : null);
    $paths = [];
    foreach (array_slice($records, 0, $count) as $i => $row) {
        $paths[] = $path = sprintf('%s/%s%05d.svg', $folder, $outlines ? 'o' : 'p', $i);
        file_put_contents($path, $writer->write($engine->layouter->lay($file->design, $row, $pictures, $even)->drawing));
    }

    return $paths;
};
$outputs = $services->get(ExportFormatRegistry::class);
$vips = $services->get(Vips::class);
$press = static function (string $file, string $as, int $jobs, string $to, ?string $since = null) use ($services, $outputs): array {
    return $services->get(FilePress::class)->press(new PressOptions(
        $file,
        null,
        [new ChosenFormat($outputs->get($as), $outputs->get($as)->settings())],
        $to,
        'piece',
        '',
        $jobs,
        $since,
        static fn () => null,
    ));
};
/** How far two pictures are apart, seen over white and over black: the most of any channel. */
$apart = static function (string $one, string $other) use ($vips): int {
    $read = static fn (string $path): string => $vips->open((string) file_get_contents($path))->rgba()->pixels();
    [$a, $b] = array_map($read, [$one, $other]);
    if (strlen($a) !== strlen($b)) {
        return 255;
    }
    $most = 0;
    foreach (str_split($a ^ $b, 4096) as $i => $chunk) {
        for ($j = 0; '' !== trim($chunk, "\0") && $j < strlen($chunk); $j += 4) {
            if ("\0\0\0\0" === substr($chunk, $j, 4)) {
                continue;
            }
            [$p, $q] = [array_values(unpack('C4', $a, $i * 4096 + $j)), array_values(unpack('C4', $b, $i * 4096 + $j))];
            foreach ([0, 255] as $ground) {
                for ($channel = 0; $channel < 3; ++$channel) {
                    $seen = static fn (array $pixel): float => ($pixel[$channel] * $pixel[3] + $ground * (255 - $pixel[3])) / 255;
                    $most = max($most, (int) floor(abs($seen($p) - $seen($q)) + 0.01));
                }
            }
        }
    }

    return $most;
};
/** Pictures are looked at when they come in, and not for every run. */
$known = static function (string $file) use ($archive): void {
    foreach ($archive->read($file, 'bench')->pictures as $picture) {
    }
};
$row = static function (string $what, float $ours, float $plain, string $more): void {
    printf("%-66s %8.2f s %9.1f s %6.1f × %s\n", $what, $ours, $plain, $plain / $ours, $more);
};
$pictures = static function (string $what, string $file, string $as, int $count, int $sample) use (
    $svgs,
    $press,
    $seconds,
    $apart,
    $row,
    $folder,
    $vips,
    $known,
): float {
    $paths = $svgs($file, $sample, SvgSize::Pixels);
    $plain = $seconds(static function () use ($paths, $as, $folder, $vips): void {
        foreach ($paths as $path) {
            exec('rsvg-convert --unlimited ' . escapeshellarg($path) . " -o $folder/plain.png");
            'jpeg' !== $as ?: $vips->open((string) file_get_contents("$folder/plain.png"))->opaque()->jpeg(90);
        }
    }) / $sample * $count;
    $to = "$folder/$as-" . md5($what);
    $known($file);
    $ours = $seconds(static fn () => $press($file, $as, 1, $to));
    $outlines = $svgs($file, 2, SvgSize::Pixels, true);
    $most = 0;
    foreach ('png' === $as ? $outlines : [] as $i => $path) {
        exec('rsvg-convert --unlimited ' . escapeshellarg($path) . " -o $folder/same.png");
        $most = max($most, $apart("$folder/same.png", "$to/piece" . (0 === $i ? '' : '-' . ($i + 1)) . '.png'));
    }
    $files = glob("$to/*.{png,jpg}", GLOB_BRACE);
    $kilobytes = array_sum(array_map(filesize(...), $files)) / count($files) / 1000;
    $row($what, $ours, $plain, sprintf('%s%d kB a piece', 'png' === $as ? "apart $most, " : '', $kilobytes));

    return $ours;
};
$pdf = static function (string $what, string $file, int $count, int $sample, int $jobs) use (
    $svgs,
    $press,
    $seconds,
    $row,
    $folder,
    $known,
): string {
    $plain = 0.0;
    $size = 0;
    if ($sample > 0) {
        $paths = $svgs($file, $sample, SvgSize::Inches);
        $command = "rsvg-convert --unlimited -f pdf -o $folder/plain.pdf " . implode(' ', $paths);
        $plain = $seconds(static fn () => exec($command)) / $sample * $count;
        $size = filesize("$folder/plain.pdf") / $sample * $count;
    }
    $to = "$folder/pdf-" . md5($what);
    $known($file);
    $ours = $seconds(static fn () => $press($file, 'pdf', $jobs, $to));
    [$made] = glob("$to/*.pdf");
    exec("qpdf --check '$made' > /dev/null 2>&1", $none, $status);
    $smaller = $size ? sprintf(', %.0f times smaller', $size / filesize($made)) : '';
    $row($what, $ours, $plain, sprintf('%.1f MB%s%s', filesize($made) / 1e6, $smaller, 0 === $status ? '' : ', UNSOUND'));

    return $made;
};

$photo = static fn (array $frame): array => [
    'id' => 'photo-ground',
    'name' => 'Photo',
    'kind' => 'picture',
    'frame' => $frame + ['x' => 0, 'y' => 0, 'rotation' => 0],
    'opacity' => 1,
    'locked' => true,
    'hidden' => false,
    'picture' => 'kettle.jpg',
    'fit' => 'cover',
];
$benches = [
    'print' => static function () use ($design, $pictures, $press, $seconds, $folder): void {
        $file = $design('guild-tote', 100, static function (array &$layers): void {
            foreach ($layers as &$layer) {
                if ('thing' === $layer['id']) {
                    unset($layer['pattern']);
                    $layer['picture'] = 'kettle.svg';
                }
            }
        });
        $one = $pictures('100 print designs 4500 x 5400, one changing line, PNG', $file, 'png', 100, 10);
        $two = $seconds(static fn () => $press($file, 'png', 2, "$folder/two"));
        printf("%-66s %8.2f s %9.2f s %6.2f ×\n", 'the same with two workers, against one', $two, $one, $one / $two);
    },
    'certificates' => static fn () => $pictures(
        '100 A4 certificates 3508 x 2480, PNG',
        $design('mending-certificate', 100),
        'png',
        100,
        20,
    ),
    'posts' => static fn () => $pictures(
        '200 square posts 1080 x 1080 with a photo ground, PNG',
        $design('tip-card', 200, static function (array &$layers) use ($photo): void {
            array_unshift($layers, $photo(['width' => 1080, 'height' => 1080]));
        }, ['kettle.jpg' => 'winter-pin']),
        'png',
        200,
        20,
    ),
    'pins' => static fn () => $pictures(
        '200 pins 1000 x 1500, picture and text change, JPEG',
        $design('winter-pin', 200),
        'jpeg',
        200,
        20,
    ),
    'photo-pdf' => static fn () => $pdf(
        '1,000 certificates with a photo ground, one PDF',
        $design('mending-certificate', 1000, static function (array &$layers) use ($photo): void {
            array_unshift($layers, $photo(['width' => 3508, 'height' => 2480]));
        }, ['kettle.jpg' => 'winter-pin']),
        1000,
        30,
        1,
    ),
    'pdf' => static function () use ($design, $pdf): void {
        foreach ([100, 1000, 5000] as $count) {
            $pdf(number_format($count) . ' certificates, one PDF, two workers', $design('mending-certificate', $count), $count, 100, 2);
        }
    },
    'pin-pdf' => static function () use ($design, $pdf, $archive): void {
        $file = $design('winter-pin', 200, photographs: true);
        $made = $pdf('200 pins with a photograph each, one PDF', $file, 200, 20, 1);
        $photos = 0;
        $shelf = $archive->read($file, 'bench')->pictures;
        foreach ($shelf->names as $name) {
            $picture = $shelf->picture($name);
            $photos += $picture->isDrawing() ? 0 : strlen($picture->bytes);
        }
        printf("%-66s %8.2f MB %7.2f MB\n", '  its size, against that of its photographs', filesize($made) / 1e6, $photos / 1e6);
    },
    'changed' => static function () use ($design, $press, $seconds, $folder): void {
        $file = $design('mending-certificate', 500);
        $first = $seconds(static fn () => $press($file, 'png', 2, "$folder/first"));
        $file = $design('mending-certificate', 500, other: 250);
        $again = $seconds(static fn () => $press($file, 'png', 2, "$folder/first", "$folder/first"));
        $what = 'a second run after one changed cell of 500, against the first';
        printf("%-66s %8.2f s %9.2f s %6.1f %%\n", $what, $again, $first, 100 * $again / $first);
    },
];
printf("%-66s %10s %11s %8s\n", '', 'Morphea', 'plain', 'ratio');
foreach (array_slice($argv, 1) ?: array_keys($benches) as $name) {
    $benches[$name]();
    exec('rm -rf ' . escapeshellarg($folder) . '/*');
}
