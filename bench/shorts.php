<?php

declare(strict_types=1);

/*
 * Shorts of 12 s, 1080 x 1920 at 30, three texts that fade. Over a still ground: beside drawing every frame as a picture
 * and encoding those; over one that moves: beside encoding the bare ground with the same settings. And how many come out
 * of two processors. Usage: php -d ffi.enable=1 bench/shorts.php [COUNT]
 */

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Engine\Import\PictureShelf;
use Morphea\App\Engine\Media\Ffmpeg;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Video\Codec;
use Morphea\App\Engine\Video\Film;
use Morphea\App\Engine\Video\FilmFormat;
use Morphea\App\Engine\Video\FilmMaker;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Rendering\Timeline\Subtitles;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Symfony\Component\Process\Process;

$root = dirname(__DIR__);
$services = require __DIR__ . '/start.php';

$file = $services->get(StarterShelf::class)->load('winter-pin');
$codec = new DesignCodec();
$json = $codec->toArray($file->design);
[$json['width'], $json['height']] = [1080, 1920];
$scene = static fn (string $id, float $seconds): array => ['id' => $id, 'name' => ucfirst($id), 'length' => ['seconds' => $seconds]];
$json['beats'] = [$scene('question', 5.0), $scene('hold', 4.0), $scene('answer', 3.0)];
$comes = ['kicker' => ['question', 'hold'], 'title' => ['hold', null], 'how' => ['answer', null]];
$fade = ['kind' => 'fade', 'seconds' => 0.4];
foreach ($json['sides'][0]['layers'] as &$layer) {
    if ('photo' === $layer['id']) {
        $layer['frame'] = ['x' => 0, 'y' => 0, 'width' => 1080, 'height' => 1920, 'rotation' => 0];
    }
    if (isset($comes[$layer['id']])) {
        [$from, $to] = $comes[$layer['id']];
        $layer['stay'] = ['comes' => $from, 'goes' => $to, 'in' => $fade, 'out' => $fade];
    }
}
unset($layer);
$design = $codec->fromArray($json);
$layouter = $services->get(Engines::class)->with([])->layouter;
$pictures = $services->get(FilePictures::class)->load($file);
$rows = array_values(iterator_to_array($file->table->records()));
$renderer = $services->get(Renderer::class);
$renderer->warmUp();
$maker = $services->get(FilmMaker::class);
$ffmpeg = $services->get(Ffmpeg::class);
$timeline = static function (int $i) use ($design, $layouter, $pictures, $rows): array {
    $laid = $layouter->lay($design, $rows[$i % count($rows)], $pictures);

    return [$laid, Timeline::of($design, $laid, Timing::of($design, $laid, 30))];
};
$short = static function (int $i) use ($timeline, $maker, $pictures): string {
    [$laid, $one] = $timeline($i);

    return $maker->make(new Film($one, $pictures, "Short $i", Subtitles::of($laid, $one), 'en'), FilmFormat::Mp4, 1.0, 90);
};
if ('share' === ($argv[1] ?? '')) {
    for ($i = (int) $argv[2]; $i < (int) $argv[3]; $i += 2) {
        $short($i);
    }
    fwrite(STDERR, sprintf('%d', memory_get_peak_usage(true) / 1e6));
    exit;
}
$seconds = static function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};

// The plain way is timed over every tenth frame for its pictures, and over all for what x264 does with them.
$folder = sys_get_temp_dir() . '/morphea-bench-' . getmypid();
mkdir($folder);
register_shutdown_function(static fn () => exec('rm -rf ' . escapeshellarg($folder)));
[, $one] = $timeline(0);
$frames = $one->timing->frames();
$drawn = 10 * $seconds(static function () use ($one, $frames, $renderer, $pictures, $folder): void {
    for ($frame = 0; $frame < $frames; $frame += 10) {
        $look = new Look(1.0, Edge::Cut, '#FFFFFF');
        $png = $renderer->page($one->at($frame), $pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
        file_put_contents(sprintf('%s/%04d.png', $folder, $frame), $png);
        for ($next = $frame + 1; $next < min($frames, $frame + 10); ++$next) {
            symlink(sprintf('%s/%04d.png', $folder, $frame), sprintf('%s/%04d.png', $folder, $next));
        }
    }
});
$x264 = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '19', '-pix_fmt', 'yuv420p', '-threads', '1'];
$encoded = $seconds(static fn () => $ffmpeg->run(['-framerate', '30', '-i', "$folder/%04d.png", ...$x264, "$folder/plain.mp4"]));
$size = 0;
$ours = $seconds(static function () use ($short, &$size): void {
    foreach ([1, 2, 3] as $i) {
        $size = strlen($short($i));
    }
}) / 3;
printf(
    "a short of 12 s over a still ground: %.2f s, %.0f kB; every frame drawn %.1f s and encoded %.1f s, %.0f kB: %.1f times faster\n",
    $ours,
    $size / 1000,
    $drawn,
    $encoded,
    filesize("$folder/plain.mp4") / 1000,
    ($drawn + $encoded) / $ours,
);

// A ground that moves: the same design over a clip, which is made ready once and then read by both.
foreach ($json['sides'][0]['layers'] as &$layer) {
    if ('photo' === $layer['id']) {
        unset($layer['pattern']);
        $layer = ['picture' => 'ground.mp4', 'clip' => ['after' => 'again']] + $layer;
    }
}
unset($layer);
$moving = $codec->fromArray($json);
$ffmpeg->run(['-f', 'lavfi', '-i', 'testsrc2=s=1080x1920:r=30:d=6,gblur=sigma=2', '-pix_fmt', 'yuv420p', "$folder/brought.mp4"]);
$clip = $services->get(PictureReader::class)->file("$folder/brought.mp4", 'ground.mp4');
$shelf = PictureShelf::of([...iterator_to_array($file->pictures), 'ground.mp4' => $clip]);
$clips = $services->get(FilePictures::class)->load(new MorpheaFile($moving, $shelf, $file->table));
$over = static function (int $i) use ($moving, $layouter, $rows, $clips, $maker): string {
    $laid = $layouter->lay($moving, $rows[$i % count($rows)], $clips);
    $one = Timeline::of($moving, $laid, Timing::of($moving, $laid, 30));

    return $maker->make(new Film($one, $clips, "Short $i", Subtitles::of($laid, $one), 'en'), FilmFormat::Mp4, 1.0, 90);
};
$ready = $seconds(static fn () => $over(0));
$ground = glob("$root/var/played/*.mp4") ?: [];
usort($ground, static fn (string $a, string $b): int => filemtime($b) <=> filemtime($a));
$bare = $ours = \INF;
foreach ([1, 2, 3] as $i) {
    $read = ['-stream_loop', '-1', '-threads', '1', '-i', $ground[0], '-frames:v', '360'];
    $bare = min($bare, $seconds(static fn () => $ffmpeg->run([...$read, ...Codec::h264(90, 360), "$folder/bare.h264"])));
    $ours = min($ours, $seconds(static fn () => $over($i)));
}
printf(
    "a short of 12 s over a moving ground: %.2f s (the first, with the ground made ready, %.1f s); the bare ground %.2f s: %.2f times\n",
    $ours,
    $ready,
    $bare,
    $ours / $bare,
);

$count = (int) ($argv[1] ?? 100);
$memory = [];
$took = $seconds(static function () use ($count, &$memory): void {
    $shares = [];
    foreach ([0, 1] as $first) {
        $shares[] = $share = new Process([PHP_BINARY, '-d', 'ffi.enable=1', __FILE__, 'share', "$first", "$count"], timeout: null);
        $share->start();
    }
    foreach ($shares as $share) {
        $share->wait();
        $memory[] = (int) $share->getErrorOutput();
    }
});
printf("%d shorts of 12 s on two processors: %.0f s, %d MB each\n", $count, $took, max($memory));
