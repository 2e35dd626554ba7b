<?php

/*
 * How fast names are fitted and a stage is laid out, as ratios against plain baselines in the same
 *   run: fits of 5,000 different names in one line, against shaping the same names once by HarfBuzz alone;
 *   layout and SVG of the demo certificate over its 60 rows, against one `rsvg-convert` process for a single piece.
 * Usage: php bench/layout.php
 */

use Morphea\Core\Data\Record;
use Morphea\Core\Data\TableBuilder;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Layout\TextLayouter;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TextStyle;
use Morphea\Core\Type\FontBook;
use Morphea\Core\Type\HarfBuzz;
use Morphea\Core\Type\Inline;
use Morphea\Core\Type\Shaper;
use Morphea\Core\Type\StyledText;
use Morphea\Core\Type\TextFitter;

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

$template = (new TemplateCodec())->decode((string) file_get_contents("$root/demo/mending-certificate/template.json"));
$stream = fopen("$root/demo/mending-certificate/rows.csv", 'r');
$lines = [];
while ($stream && false !== ($cells = fgetcsv($stream, null, ',', '"', ''))) {
    $lines[] = $cells;
}
$table = (new TableBuilder())->build($lines);
$pictures = new class implements PictureSource {
    public function picture(string $asset): ?Picture
    {
        return Picture::vector('<rect width="10" height="10"/>', 10, 10);
    }
};
$layouter = new Layouter(new TextLayouter(new Shaper($fonts)));
$draw = static fn (Record $row): string => (new SvgWriter($pictures))->write(
    $layouter->lay($template, $row, $pictures)->drawing,
    SvgSize::Inches,
);
$svg = $draw($table->row(1));
$laid =
    $seconds(static function () use ($table, $draw): void {
        foreach ($table->rows() as $row) {
            $draw($row);
        }
    }) / 60;
file_put_contents($file = sys_get_temp_dir() . '/morphea-bench.svg', $svg);
exec('rsvg-convert --version', $out, $missing);
$process = $missing ? NAN : $seconds(static fn () => exec("rsvg-convert --format=pdf --output=$file.pdf $file"));
printf(
    "stage, certificate: %.2f ms a row; %.3f times one rsvg-convert process (%.0f ms)\n",
    $laid * 1000,
    $laid / $process,
    $process * 1000,
);
