<?php

declare(strict_types=1);

namespace Morphea\Tests;

use PhpOffice\PhpSpreadsheet\Reader\Xlsx;
use PHPUnit\Framework\Assert;

/** Looks at what was made with programs that had no part in making it. */
final class Tools
{
    public static function assertSoundPdf(string $pdf): void
    {
        Assert::assertStringContainsString(
            'No syntax or stream encoding errors found',
            self::on($pdf, ['qpdf', '--check', '%']),
        );
    }

    /** @return array<string, array<string, mixed>> what ffprobe says of each kind of stream, and of the file; frames are counted */
    public static function film(string $film): array
    {
        $told = self::on($film, ['ffprobe', '-v', 'error', '-count_frames', '-show_streams', '-show_format', '-of', 'json', '%']);
        $facts = json_decode($told, true, 16, \JSON_THROW_ON_ERROR);

        return ['format' => $facts['format']] + array_column($facts['streams'], null, 'codec_type');
    }

    /** A frame of a film as a picture. */
    public static function frame(string $film, int $frame): string
    {
        return self::frames($film, [$frame])[$frame];
    }

    /**
     * @param list<int> $frames from 0
     *
     * @return array<int, string> pictures by frame; the film is read once for all of them
     */
    public static function frames(string $film, array $frames): array
    {
        $frames = array_values(array_unique($frames));
        sort($frames);
        [$path, $to] = [self::file($film), self::file('')];
        unlink($to);
        mkdir($to);
        $chosen = implode('+', array_map(static fn (int $frame): string => "eq(n\\,$frame)", $frames));
        (new Program(['ffmpeg', '-v', 'error', '-i', $path, '-vf', "select=$chosen", '-vsync', '0', "$to/%d.png"]))->mustRun();
        $pictures = [];
        foreach ($frames as $i => $frame) {
            $picture = "$to/" . ($i + 1) . '.png';
            Assert::assertFileExists($picture, "there is no frame $frame");
            $pictures[$frame] = (string) file_get_contents($picture);
            unlink($picture);
        }
        rmdir($to);
        unlink($path);

        return $pictures;
    }

    /** @return array{float, float} how loud a film is as a whole, in LUFS, and its true peak in dBTP (EBU R 128) */
    public static function loudness(string $film): array
    {
        $path = self::file($film);
        $process = new Program(['ffmpeg', '-hide_banner', '-i', $path, '-af', 'ebur128=peak=true', '-f', 'null', '-']);
        $process->mustRun();
        unlink($path);
        $told = $process->getErrorOutput();
        Assert::assertSame(1, preg_match('/Integrated loudness:\s+I:\s+(-?[\d.]+|-inf) LUFS/', $told, $loud), $told);
        Assert::assertSame(1, preg_match('/True peak:\s+Peak:\s+(-?[\d.]+|-inf) dBFS/', $told, $peak), $told);

        return ['-inf' === $loud[1] ? -99.0 : (float) $loud[1], '-inf' === $peak[1] ? -99.0 : (float) $peak[1]];
    }

    /** How like each other two pictures are: decibels of signal to noise (PSNR), of all three colours. */
    public static function likeness(string $one, string $other): float
    {
        [$a, $b] = [imagecreatefromstring($one), imagecreatefromstring($other)];
        Assert::assertTrue(false !== $a && false !== $b);
        [$width, $height] = [imagesx($a), imagesy($a)];
        Assert::assertSame([$width, $height], [imagesx($b), imagesy($b)]);
        imagepalettetotruecolor($a);
        imagepalettetotruecolor($b);
        $off = 0;
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                [$c, $d] = [imagecolorat($a, $x, $y), imagecolorat($b, $x, $y)];
                if ($c !== $d) {
                    $off += ((($c >> 16) & 255) - (($d >> 16) & 255)) ** 2 + ((($c >> 8) & 255) - (($d >> 8) & 255)) ** 2
                        + (($c & 255) - ($d & 255)) ** 2;
                }
            }
        }

        return 0 === $off ? 99.0 : 10 * log10(255 ** 2 * 3 * $width * $height / $off);
    }

    /** @return list<list<string>> of the first sheet of a workbook */
    public static function cells(string $xlsx): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'sheet');
        file_put_contents($path, $xlsx);
        $rows = (new Xlsx())->load($path)->getSheet(0)->toArray('', false, false);
        unlink($path);

        return array_map(static fn (array $row): array => array_map(strval(...), array_values($row)), array_values($rows));
    }

    /** All that it holds, unpacked. */
    public static function pdfUnpacked(string $pdf): string
    {
        return self::on($pdf, ['qpdf', '--qdf', '--object-streams=disable', '%', '-']);
    }

    public static function pdfText(string $pdf): string
    {
        return self::on($pdf, ['pdftotext', '-layout', '%', '-']);
    }

    public static function pages(string $pdf): int
    {
        return 1 === preg_match('/^Pages:\s+(\d+)/m', self::on($pdf, ['pdfinfo', '%']), $m) ? (int) $m[1] : 0;
    }

    /** @return array<string, string> what it says of itself */
    public static function pdfInfo(string $pdf): array
    {
        preg_match_all('/^([\w ]+):\s+(.*)$/m', self::on($pdf, ['pdfinfo', '%']), $found);

        return array_combine($found[1], $found[2]);
    }

    /** @return array{int, int} in points */
    public static function pageSize(string $pdf): array
    {
        preg_match('/^Page size:\s+([\d.]+) x ([\d.]+)/m', self::on($pdf, ['pdfinfo', '%']), $m);

        return [(int) round((float) ($m[1] ?? 0)), (int) round((float) ($m[2] ?? 0))];
    }

    /** @return list<array{name: string, embedded: bool, subset: bool}> */
    public static function pdfFonts(string $pdf): array
    {
        $lines = \array_slice(explode("\n", trim(self::on($pdf, ['pdffonts', '%']))), 2);
        Assert::assertNotSame([], $lines, 'the PDF has fonts, so its text is text');

        return array_map(
            static fn (string $line): array => [
                'name' => (string) strtok($line, ' '),
                'embedded' =>
                    1 === preg_match('/ (yes|no)\s+(yes|no)\s+(yes|no)\s+\d+\s+\d+\s*$/', $line, $m) && 'yes' === $m[1],
                'subset' => 'yes' === ($m[2] ?? ''),
            ],
            $lines,
        );
    }

    /** @return array<string, string> bytes of what was made, by name; without the report, which is there beside it */
    public static function pieces(string $zip): array
    {
        $files = self::unzip($zip);
        Assert::assertSame('report.csv', array_key_last($files));
        unset($files['report.csv']);

        return $files;
    }

    /** @return array<string, string> bytes by name */
    public static function unzip(string $zip): array
    {
        $path = self::file($zip);
        $archive = new \ZipArchive();
        Assert::assertTrue($archive->open($path, \ZipArchive::CHECKCONS));
        $files = [];
        for ($i = 0; $i < $archive->numFiles; ++$i) {
            $files[(string) $archive->getNameIndex($i)] = (string) $archive->getFromIndex($i);
        }
        $archive->close();
        unlink($path);

        return $files;
    }

    public static function pngDpi(string $png): int
    {
        $at = strpos($png, 'pHYs');

        return false === $at ? 0 : (int) round((unpack('N', substr($png, $at + 4, 4))[1] ?? 0) * 0.0254);
    }

    /** @return list<string> what an independent reader reads in a picture, kind and words */
    public static function codes(string $png, string ...$kinds): array
    {
        $path = self::file($png);
        $kinds = array_map(
            static fn (string $kind): string => '-S' . strtr($kind, ['i2/5' => 'i25', '-' => '']) . '.enable',
            [] === $kinds ? ['qrcode', 'ean13', 'code128'] : $kinds,
        );
        $process = new Program(['zbarimg', '-q', '-Sdisable', ...$kinds, $path]);
        $process->run();
        unlink($path);
        $lines = array_values(array_filter(explode("\n", trim($process->getOutput()))));
        sort($lines);

        return $lines;
    }

    /** A page of a PDF as a picture. */
    public static function pdfPicture(string $pdf, int $page, int $dpi): string
    {
        return self::on($pdf, ['pdftoppm', '-png', '-r', (string) $dpi, '-f', (string) $page, '-l', (string) $page, '%']);
    }

    /** @return array<string, list<float>> the boxes of a page, in points */
    public static function pageBoxes(string $pdf, int $page = 1): array
    {
        preg_match_all(
            '/^Page\s+\d+ (\w+)Box:\s+([\d. ]+)$/m',
            self::on($pdf, ['pdfinfo', '-box', '-f', (string) $page, '-l', (string) $page, '%']),
            $m,
            \PREG_SET_ORDER,
        );
        $boxes = [];
        foreach ($m as [, $name, $numbers]) {
            $boxes[$name] = array_map(floatval(...), preg_split('/\s+/', trim($numbers)) ?: []);
        }

        return $boxes;
    }

    /** @return int how many raster pictures a PDF holds */
    public static function pdfPictures(string $pdf): int
    {
        return max(0, substr_count(trim(self::on($pdf, ['pdfimages', '-list', '%'])), "\n") - 1);
    }

    /** @param list<string> $command with % for the file */
    public static function on(string $bytes, array $command): string
    {
        $path = self::file($bytes);
        $process = new Program(array_map(static fn (string $word): string => '%' === $word ? $path : $word, $command));
        $process->mustRun();
        unlink($path);

        return $process->getOutput();
    }

    public static function file(string $bytes): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'made');
        file_put_contents($path, $bytes);

        return $path;
    }
}
