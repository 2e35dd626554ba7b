<?php

/*
 * How fast names are fitted and a stage is laid out, as ratios against plain baselines in the same
 *   run: fits of 5,000 different names in one line, against shaping the same names once by HarfBuzz alone;
 *   layout and SVG of 100 demo certificates, as thumbnails take it, against one `rsvg-convert` process for a single piece.
 * Usage: php bench/layout.php
 */

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Kernel;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\HarfBuzz;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\StyledText;
use Morphea\Core\Rendering\Text\TextFitter;
use Symfony\Component\Dotenv\Dotenv;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";

$seconds = static function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};
$fonts = FontBook::fromFolder("$root/fonts");
$style = new TextStyle('Lora', 400, true, 183, '#000000');
$names = array_map(static fn (int $i): string => "Ottilie Brandvold-Anning $i", range(1, 5000));

$harfBuzz = new HarfBuzz();
$face = $fonts->chain('Lora', 400, true)[0];
$harfBuzz->advance($face, 'warm', false, true);
$plain = $seconds(static function () use ($names, $harfBuzz, $face): void {
    foreach ($names as $name) {
        $harfBuzz->advance($face, $name, false, true);
    }
});
$fitter = new TextFitter(new Shaper($fonts));
$words = static fn (string $text): StyledText => StyledText::plain($text, Inline::of($style));
$fitter->fit($words('warm'), $style, 1000, 300, FitRule::shrink(50, 2), 'en_GB');
$fitted = $seconds(static function () use ($names, $fitter, $style, $words): void {
    foreach ($names as $name) {
        $fitter->fit($words($name), $style, 2500, 300, FitRule::shrink(50, 2), 'en_GB');
    }
});
printf("fit, one line:    %6.0f a second; %.1f times the time of shaping alone\n", 5000 / $fitted, $fitted / $plain);

(new Dotenv())->bootEnv("$root/.env", 'test');
$kernel = new Kernel('test', true);
$kernel->boot();
/** @var Symfony\Component\DependencyInjection\ContainerInterface $container */
$container = $kernel->getContainer()->get('test.service_container');
$file = $container->get(StarterShelf::class)->load('mending-certificate');
$engine = $container->get(Engines::class)->with([]);
$layouter = $engine->layouter;
$records = iterator_to_array($file->table->records(), false);
$pictures = $container->get(FilePictures::class)->load($file);
$even = EvenSizes::of($file->design, $records, $engine->texts);
$writer = new SvgWriter($pictures, SvgSize::Inches);
$lay = static fn (int $i): Drawing => $layouter->lay($file->design, $records[$i % 60], $pictures, $even)->drawing;
$svg = $writer->write($lay(0));
$laid = $seconds(static function () use ($lay): void {
    array_map($lay, range(0, 99));
});
$drawn = $seconds(static function () use ($lay, $writer): void {
    array_map(static fn (int $i): string => $writer->write($lay($i)), range(0, 99));
});
file_put_contents($path = sys_get_temp_dir() . '/morphea-bench.svg', $svg);
exec('rsvg-convert --version', $out, $missing);
$process = $missing ? NAN : $seconds(static fn () => exec("rsvg-convert --format=pdf --output=$path.pdf $path"));
printf(
    "100 certificates:  %6.0f ms laid out, %.0f ms with their SVG, %.1f kB each; %.1f times one rsvg-convert process (%.0f ms)\n",
    $laid * 1000,
    $drawn * 1000,
    strlen($svg) / 1000,
    $drawn / $process,
    $process * 1000,
);
