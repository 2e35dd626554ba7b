<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Morphea\Tests\Program;
use PHPUnit\Framework\Attributes\TestWith;

/** What the browser draws of a piece's SVG and what is exported as PNG are the same picture. */
final class SameEverywhereTest extends BrowserTestCase
{
    /** A pixel differs if one of its channels is further off than this, of 255: letters' edges are smoothed a little differently. */
    private const TOLERANCE = 64;
    private const AT_MOST = 0.01;
    /** Pixels that are looked at of each picture, at least: PHP looks at some ten million a second. */
    private const LOOKED_AT = 2_000_000;

    #[TestWith(['mending-certificate', '3,13'])]
    #[TestWith(['tip-card', '1,4'])]
    #[TestWith(['claim-tag', '3,13'])]
    #[TestWith(['guild-membership', '5'])]
    #[TestWith(['winter-pin', '1,8'])]
    #[TestWith(['mend-or-bin', '3'])]
    #[TestWith(['thank-you', '5'])]
    #[TestWith(['open-bench', '2'])]
    #[TestWith(['lending-card', '6,8'])]
    #[TestWith(['guild-tote', '2'])]
    public function testExportAndBrowserDrawTheSame(string $starter, string $rows): void
    {
        $folder = \dirname(__DIR__, 2) . '/var/test/same';
        (new Program(['rm', '-rf', $folder]))->mustRun();
        foreach (['svg', 'png'] as $as) {
            (new Program(
                [
                    \PHP_BINARY,
                    'bin/console',
                    'morphea:press',
                    "var/demo/$starter.morphea",
                    "--as=$as",
                    "--to=$folder/$as",
                    "--only=$rows",
                    '--name=piece',
                ],
                \dirname(__DIR__, 2),
                ['APP_ENV' => 'prod', 'APP_DEBUG' => '0'],
                timeout: 120,
            ))->mustRun();
        }
        $this->open('/sign-in');
        $drawings = glob("$folder/svg/*.svg") ?: [];
        self::assertCount(
            \count(explode(',', $rows)) *
                \count(
                    (array) json_decode(
                        (string) file_get_contents(\dirname(__DIR__, 2) . "/demo/$starter/template.json"),
                        true,
                    )['sides'],
                ),
            $drawings,
        );
        // The page has the fonts; those that go along in a file are not let in by it.
        foreach ($drawings as $svg) {
            $png = "$folder/png/" . basename($svg, '.svg') . '.png';
            $share = $this->difference($this->drawn((string) file_get_contents($svg), $png), $png);
            fwrite(\STDERR, \sprintf("  %s %s: %.3f %% of pixels differ\n", $starter, basename($svg, '.svg'), 100 * $share));
            self::assertLessThan(self::AT_MOST, $share);
        }
    }

    /** The browser's picture of an SVG, with the page's fonts. */
    private function drawn(string $svg, string $png): \GdImage
    {
        $size = getimagesize($png);
        self::assertNotFalse($size);
        $shown = [$size[0], $size[1]];
        self::command($this->driver, 'Emulation.setDeviceMetricsOverride', [
            'width' => $shown[0],
            'height' => $shown[1],
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);
        $this->driver->executeScript(
            'document.body.innerHTML = arguments[0]; document.body.style.margin = 0; ' .
            'const s = document.querySelector("svg"); s.setAttribute("width", arguments[1]); ' .
            's.setAttribute("height", arguments[2]); s.style.display = "block"',
            [preg_replace('~^<\?xml.*?\?>|<style>.*?</style>~', '', $svg), $shown[0], $shown[1]],
        );
        $this->driver->executeAsyncScript('const done = arguments[0]; document.fonts.ready.then(() => setTimeout(done, 300))');
        $image = imagecreatefromstring($this->driver->takeScreenshot());
        self::assertNotFalse($image);
        self::assertSame($shown, [imagesx($image), imagesy($image)]);

        return $image;
    }

    /** A see-through pixel as a white page shows it. */
    private static function onWhite(int $colour): int
    {
        $through = (($colour >> 24) & 127) / 127;
        $mixed = static fn (int $shift): int => (int) round((($colour >> $shift) & 255) * (1 - $through) + 255 * $through) <<
            $shift;

        return 0.0 === $through ? $colour : $mixed(16) | $mixed(8) | $mixed(0);
    }

    private function difference(\GdImage $drawn, string $png): float
    {
        $made = imagecreatefrompng($png);
        self::assertNotFalse($made);
        $differ = 0;
        $looked = 0;
        [$w, $h] = [imagesx($made), imagesy($made)];
        // Of large pieces only every second line, or third, and so on.
        for ($y = 0, $step = max(1, intdiv($w * $h, self::LOOKED_AT)); $y < $h; $y += $step, $looked += $w) {
            for ($x = 0; $x < $w; ++$x) {
                $a = imagecolorat($drawn, $x, $y);
                $b = (int) imagecolorat($made, $x, $y);
                if ($a === $b) {
                    continue;
                }
                $b = self::onWhite($b);
                $differ +=
                    max(
                        abs((($a >> 16) & 255) - (($b >> 16) & 255)),
                        abs((($a >> 8) & 255) - (($b >> 8) & 255)),
                        abs(($a & 255) - ($b & 255)),
                    ) > self::TOLERANCE
                        ? 1
                        : 0;
            }
        }

        return $differ / $looked;
    }
}
