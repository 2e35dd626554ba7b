<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Sheets as they come out: read with programs that had no part in making them, and cut and stacked in the test. */
#[Group('alone')]
#[Group('film')]
final class SheetsCommandTest extends TestCase
{
    private const MM = 72 / 25.4;

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/morphea-sheets-' . bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        (new Program(['rm', '-rf', $this->folder]))->run();
    }

    /** @return iterable<string, array{list<string>, int}> */
    public static function stacks(): iterable
    {
        yield '280 tags, ten up' => [['--marks'], 280];
        yield 'turned, some places left over' => [['--lay=turned', '--only=1-47', '--last=balanced'], 47];
        yield 'stacks of four sheets' => [['--depth=4', '--only=1-93', '--lay=upright'], 93];
    }

    /** @param list<string> $arguments */
    #[DataProvider('stacks')]
    public function testCutAndStackedTheNumbersOfTheRealPdfAreInOrder(array $arguments, int $count): void
    {
        $pdf = $this->sheets('stub-tag', ...$arguments);
        Tools::assertSoundPdf($pdf);
        $pages = self::numbers($pdf, '/^\d{6}$/');
        // Piles by where numbers lie, in the order of the places: from the top, and from the left.
        $places = [];
        foreach ($pages[0] as [$number, $x, $y]) {
            $places[] = [$x, $y];
        }
        usort($places, static fn (array $a, array $b): int => abs($a[1] - $b[1]) > 20 ? $a[1] <=> $b[1] : $a[0] <=> $b[0]);
        $depth = 1 === preg_match('/--depth=(\d+)/', implode(' ', $arguments), $said) ? (int) $said[1] : 999;
        $all = [];
        foreach (array_chunk($pages, max(1, $depth)) as $stack) {
            $piles = array_fill(0, \count($places), []);
            foreach ($stack as $page) {
                foreach ($page as [$number, $x, $y]) {
                    $near = array_map(static fn (array $at): float => hypot($at[0] - $x, $at[1] - $y), $places);
                    asort($near);
                    $piles[(int) array_key_first($near)][] = (int) $number;
                }
            }
            array_push($all, ...array_merge(...$piles));
        }
        // Each tag has its number on the stub as well.
        self::assertSame(range(1, $count), array_values(array_unique($all)));
        self::assertSame(2 * $count, array_sum(array_map(\count(...), $pages)), 'every number on stub and ticket, once each');
        foreach ($pages as $page) {
            foreach (array_count_values(array_column($page, 0)) as $number => $times) {
                self::assertSame(2, $times, "stub and ticket of $number");
            }
        }
    }

    /** @return iterable<string, array{bool}> left and right change places, or head and foot do */
    public static function turns(): iterable
    {
        yield 'long' => [true];
        yield 'short' => [false];
        yield 'work-and-turn' => [true];
        yield 'work-and-tumble' => [false];
    }

    #[DataProvider('turns')]
    public function testBacksLieBehindTheirFronts(bool $sideways): void
    {
        $way = (string) $this->dataName();
        $pdf = $this->sheets('lending-card', "--duplex=$way", '--marks=trim', '--lay=upright');
        Tools::assertSoundPdf($pdf);
        $fronts = self::numbers($pdf, '/^\d{3}$/');
        $backs = self::numbers($pdf, '/^TOOL-\d{3}$/');
        $away = [];
        for ($page = 0; $page < \count($fronts); $page += 2) {
            foreach ([[$page, $page + 1], [$page + 1, $page]] as [$front, $back]) {
                $behind = array_column($backs[$back], null, 0);
                foreach ($fronts[$front] as [$number, $x, $y]) {
                    [, $backX, $backY] = $behind["TOOL-$number"];
                    // Through the paper: how far the number on the back is from that on the front.
                    $seen = $sideways ? [210 - $backX, $backY] : [$backX, 297 - $backY];
                    $away[] = [$seen[0] - $x, $seen[1] - $y];
                }
            }
        }
        self::assertCount(10, $away);
        foreach ($away as $one) {
            self::assertEqualsWithDelta($away[0], $one, 0.3, 'as far on every card: each back is behind its own front');
            self::assertLessThan(88, hypot(...$one));
        }
    }

    public function testTrimMarksStandWhereTheBoxesSayAndBarsAreRead(): void
    {
        $pdf = $this->sheets('stub-tag', '--marks=trim,fold', '--only=1-20');
        $boxes = Tools::pageBoxes($pdf);
        self::assertEqualsWithDelta([0, 0, 210 * self::MM, 297 * self::MM], $boxes['Media'], 0.01);
        self::assertEqualsWithDelta(2 * 1087 / 300 * 72, $boxes['Trim'][2] - $boxes['Trim'][0], 0.05);
        self::assertSame($boxes['Trim'], $boxes['Bleed'], 'a design without bleed has none');
        $dpi = 400;
        $png = Tools::pdfPicture($pdf, 1, $dpi);
        $picture = imagecreatefromstring($png) ?: self::fail();
        $dark = static function (float $x, float $y) use ($picture, $dpi): bool {
            // Points from the bottom left; a mark is a tenth of a millimetre wide.
            $at = [(int) round($x / 72 * $dpi), (int) round(imagesy($picture) - $y / 72 * $dpi)];
            for ($right = -1; $right <= 1; ++$right) {
                for ($down = -1; $down <= 1; ++$down) {
                    $colour = imagecolorsforindex($picture, (int) imagecolorat($picture, $at[0] + $right, $at[1] + $down));
                    if ($colour['red'] + $colour['green'] + $colour['blue'] < 450) {
                        return true;
                    }
                }
            }

            return false;
        };
        [$left, $bottom, $right, $top] = $boxes['Trim'];
        foreach ([$left, ($left + $right) / 2, $right] as $x) {
            self::assertTrue($dark($x, $top + 3 * self::MM), 'above');
            self::assertTrue($dark($x, $bottom - 3 * self::MM), 'below');
            self::assertFalse($dark($x + 1.5 * self::MM, $top + 3 * self::MM), 'and nowhere beside');
        }
        foreach ([$bottom, $top] as $y) {
            self::assertTrue($dark($left - 3 * self::MM, $y));
            self::assertTrue($dark($right + 3 * self::MM, $y));
        }
        // The perforation, 26 mm from the left of each tag: dotted, so somewhere along it there is ink.
        $dots = array_map(static fn (int $i): bool => $dark($left + 307 / 300 * 72, $top + (1.5 + $i * 0.2) * self::MM), range(0, 12));
        self::assertContains(true, $dots);
        self::assertContains(false, $dots);
        $read = Tools::codes($png, 'code128');
        self::assertSame(array_map(static fn (int $i): string => \sprintf('CODE-128:%06d', 2 * $i + 1), range(0, 9)), $read);
    }

    public function testTheDieLineIsALayerInAColourOfItsOwnOrAPageOfItsOwn(): void
    {
        $layer = Tools::pdfUnpacked($this->sheets('stub-tag', '--die=layer', '--only=1-10'));
        self::assertStringContainsString('/Type /OCG', $layer);
        self::assertStringContainsString('/OCProperties', $layer);
        self::assertMatchesRegularExpression('~/Separation\s+/die#20line\s+/DeviceRGB~', $layer);
        self::assertMatchesRegularExpression('~/OC \d+ 0 R~', $layer);
        self::assertMatchesRegularExpression('~/Spot CS 1 SCN~', $layer);
        $page = $this->sheets('stub-tag', '--die=page', '--only=1-10');
        Tools::assertSoundPdf($page);
        self::assertSame(2, Tools::pages($page));
        self::assertStringNotContainsString('/Type /OCG', Tools::pdfUnpacked($page));
    }

    public function testCopiesFillSheetsAndTheFileGrowsWithSheetsAndNotWithWhatPiecesShare(): void
    {
        $rows = "$this->folder/rows.csv";
        file_put_contents($rows, "Tag,Bench,Wanted\n000001,a,3\n000002,b,0\n000003,c,many\n000004,d,2\n");
        $pages = self::numbers($this->sheets('stub-tag', "--rows=$rows", '--order=copies', '--copies-by=wanted'), '/^\d{6}$/');
        $said = $this->pressed('stub-tag', "--rows=$rows", '--order=copies', '--copies-by=wanted')->getErrorOutput();
        self::assertSame("row 3: “many” is not a number of copies; one copy\n", $said);
        $counts = array_count_values(array_map(static fn (array $one): string => "n$one[0]", $pages[0]));
        self::assertEquals(['n000001' => 6, 'n000003' => 2, 'n000004' => 4], $counts, 'what is no number comes once');
        $few = \strlen($this->sheets('stub-tag', '--only=1-10'));
        $many = \strlen($this->sheets('stub-tag', '--only=1-280'));
        self::assertLessThan(150_000, $many);
        self::assertLessThan(5_000, ($many - $few) / 27, 'bytes a sheet more');
        $fonts = Tools::pdfFonts($this->sheets('stub-tag', '--only=1-280'));
        self::assertLessThan(8, \count($fonts), 'each font is there once');
        $letters = fn (int $copies): int => (int) preg_match_all(
            '/\bT[jJ]\b/',
            Tools::pdfUnpacked($this->sheets('stub-tag', '--only=1', "--copies=$copies", '--order=copies')),
        );
        self::assertSame($letters(2), $letters(10), 'a piece that lies there often is one object');
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function unusable(): iterable
    {
        yield 'a piece larger than the paper' => [
            ['--paper=60x60'], 'A piece of 92 × 50 mm does not fit on 60 × 60 mm minus its margin: 50 × 50 mm are left. It fits on',
        ];
        yield 'a gap below zero' => [['--gap=-2'], 'The gap is “-2”. Enter 0 to 100 mm.'];
        yield 'too many' => [['--copies=1000'], 'These would be 280,000 pieces, and 50,000 is the maximum at once.'];
        yield 'an order there is not' => [['--order=upwards'], '--order=upwards: rows, cut-and-stack, columns, copies'];
        yield 'a lay there is not' => [['--lay=zz'], '--lay=zz: use one or more of upright, turned, mixed.'];
        yield 'a mark there is not' => [['--marks=trim,stars'], '--marks=trim,stars: use one or more of trim, cut'];
        yield 'a shift of three' => [['--shift=1,2,3'], '--shift=1,2,3: enter two numbers'];
        yield 'a way round there is not' => [['--duplex=upwards'], '--duplex=upwards: '];
        yield 'a column there is not' => [['--copies-by=gone'], 'The column with the number of copies, “gone”'];
        yield 'labels too small' => [['--labels=45.7 × 21.2, 48 a sheet'], 'a label is 45.7 × 21.2 mm. Choose larger labels'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('unusable')]
    public function testUnusableInputIsTwoWithOneClearLineAndNothingLost(array $arguments, string $words): void
    {
        file_put_contents("$this->folder/sheets.pdf", 'what was there before');
        $process = $this->pressed('stub-tag', ...$arguments);
        self::assertSame(2, $process->getExitCode(), $process->getOutput() . $process->getErrorOutput());
        self::assertStringContainsString($words, $process->getErrorOutput());
        self::assertSame(1, substr_count($process->getErrorOutput(), "\n"), $process->getErrorOutput());
        self::assertSame('what was there before', file_get_contents("$this->folder/sheets.pdf"));
    }

    private function sheets(string $starter, string ...$arguments): string
    {
        $process = $this->pressed($starter, ...$arguments);
        self::assertSame(0, $process->getExitCode(), $process->getOutput() . $process->getErrorOutput());

        return (string) file_get_contents("$this->folder/sheets.pdf");
    }

    private function pressed(string $starter, string ...$arguments): Process
    {
        $path = "$this->folder/$starter.morphea";
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        $folder = \dirname(__DIR__, 2) . "/demo/$starter";
        foreach ([...glob("$folder/*.*") ?: [], ...glob("$folder/pictures/*") ?: []] as $file) {
            $zip->addFile($file, substr($file, \strlen($folder) + 1));
        }
        $zip->close();
        $process = new Program(
            [\PHP_BINARY, 'bin/console', 'morphea:sheets', '--env=test', $path, ...$arguments, "--to=$this->folder/sheets.pdf"],
            \dirname(__DIR__, 2),
            ['DATABASE_URL' => 'sqlite:////nowhere/at/all.db'],
            timeout: 120,
        );
        $process->run();

        return $process;
    }

    /** @return list<list<array{string, float, float}>> words of each page with their middles, in millimetres from the top left */
    private static function numbers(string $pdf, string $pattern): array
    {
        $pages = [];
        foreach (\array_slice(explode('<page ', Tools::on($pdf, ['pdftotext', '-bbox', '%', '-'])), 1) as $page) {
            $of = '~<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">([^<]*)</word>~';
            preg_match_all($of, $page, $words, \PREG_SET_ORDER);
            $found = [];
            foreach ($words as [, $left, $top, $right, $bottom, $word]) {
                if (1 === preg_match($pattern, $word)) {
                    $found[] = [$word, ((float) $left + (float) $right) / 2 / self::MM, ((float) $top + (float) $bottom) / 2 / self::MM];
                }
            }
            $pages[] = $found;
        }

        return $pages;
    }
}
