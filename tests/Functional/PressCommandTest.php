<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The command line as scripts use it: files in, files out, exit status. */
#[Group('alone')]
final class PressCommandTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/morphea-press-' . bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        (new Program(['rm', '-rf', $this->folder]))->run();
    }

    public function testAFreshCheckoutHasNoFolderForItsDataYetAndGetsOne(): void
    {
        $process = new Program(
            [\PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console', 'doctrine:migrations:migrate', '-n', '-q', '--env=test'],
            \dirname(__DIR__, 2),
            ['DATABASE_URL' => "sqlite:///$this->folder/not/there/yet.db", 'SYMFONY_DOTENV_VARS' => false],
        );
        self::assertSame(0, $process->run(), $process->getErrorOutput() . $process->getOutput());
        self::assertFileExists("$this->folder/not/there/yet.db");
    }

    public function testAllMadeIsZeroWithALineOfJsonForEachRow(): void
    {
        $process = $this->press($this->starter(), '--as=png', '--only=1-2,15', '--json');
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        $lines = array_map(
            static fn (string $line): array => (array) json_decode($line, true),
            explode("\n", trim($process->getOutput())),
        );
        self::assertSame([1, 2, 15], array_column($lines, 'row'));
        self::assertSame('recipient', $lines[0]['texts'][0]['layer']);
        self::assertEquals(44, $lines[0]['texts'][0]['size']);
        self::assertSame([], $lines[0]['warnings']);
        foreach ($lines as $line) {
            self::assertSame([3508, 2480], \array_slice((array) getimagesize($line['file']), 0, 2));
        }
        self::assertFileExists("$this->folder/अनन्या किनारवाला.png");
    }

    public function testSeveralProcessesMakeTheSameAsOne(): void
    {
        $one = $this->press($this->starter(), '--as=svg', '--json');
        $first = $this->folder;
        $this->setUp();
        $three = $this->press($this->starter(), '--as=svg', '--json', '--jobs=3');
        self::assertSame(0, $three->getExitCode(), $three->getErrorOutput());
        self::assertSame(str_replace($first, '', $one->getOutput()), str_replace($this->folder, '', $three->getOutput()));
        self::assertCount(60, glob("$this->folder/*.svg") ?: []);
        $pdf = $this->press($this->starter(), '--as=pdf', '--jobs=3');
        self::assertSame(0, $pdf->getExitCode(), $pdf->getErrorOutput());
        $bytes = (string) file_get_contents("$this->folder/Mending certificates.pdf");
        Tools::assertSoundPdf($bytes);
        self::assertSame(60, Tools::pages($bytes));
        self::assertSame([], glob("$this->folder/.part*") ?: []);
        (new Program(['rm', '-rf', $first]))->run();
    }

    public function testSomeNotMadeIsOneAndTheOthersAreMade(): void
    {
        $process = $this->press(
            $this->starter(),
            '--rows=' .
                $this->rows("Full name,Hours,Craft,Issued,Register\nNg,ten,clocks,2026-01-01,1\nBo,5,chairs,2026-01-01,2\n"),
            '--as=pdfs',
            '--name={register}-{full_name}',
        );
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString(
            'row 1 not made: Deed: column “hours” is “ten”, which is not a number.',
            $process->getErrorOutput(),
        );
        self::assertSame(["$this->folder/2-Bo.pdf"], glob("$this->folder/*.pdf"));
    }

    /** @param list<string> $arguments */
    #[DataProvider('unusable')]
    public function testUnusableInputIsTwoWithOneClearLine(array $arguments, string $words): void
    {
        $process = $this->press(
            ...array_map(
                fn (string $a): string => strtr($a, ['@starter' => $this->starter(), '@folder' => $this->folder]),
                $arguments,
            ),
        );
        self::assertSame(2, $process->getExitCode(), $process->getOutput());
        self::assertSame('', $process->getOutput());
        self::assertSame(1, substr_count($process->getErrorOutput(), "\n"), $process->getErrorOutput());
        self::assertStringContainsString($words, $process->getErrorOutput());
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function unusable(): iterable
    {
        yield 'no file' => [['/nowhere/x.morphea'], 'cannot be read'];
        yield 'no morphea file' => [[__FILE__], 'is not a .morphea file'];
        yield 'no rows file' => [['@starter', '--rows=/nowhere.csv'], 'there is no such file'];
        yield 'rows that are none' => [['@starter', '--rows=/bin/true'], 'is not a readable table'];
        yield 'product' => [['@starter', '--as=products', '--product=boat'], 'This product does not exist.'];
        yield 'format' => [
            ['@starter', '--as=docx'],
            'use one or more of pdf, sheets, pdfs, pdfs-by, png, mp4, jpeg, webp, webm, gif, moving-webp, avif, tiff, svg, srt, vtt, ' .
                'products',
        ];
        yield 'rows outside' => [['@starter', '--only=61'], 'outside the table'];
        yield 'name with unknown column' => [['@starter', '--name={gone}'], 'there is no column “gone”'];
        yield 'name with broken syntax' => [['@starter', '--name={full_name'], 'never closed'];
        yield 'a page that the design does not have' => [['@starter', '--page=9'], '--page=9: the design has 1 page.'];
        yield 'a page that is none' => [['@starter', '--page=back'], 'enter a page number from 1'];
        yield 'rate' => [['@starter', '--as=mp4', '--rate=30fps'], '--rate=30fps: choose one of'];
        yield 'moment' => [['@starter', '--as=png', '--moment=-3'], 'a number of seconds from the start'];
        yield 'report' => [['@starter', '--report=/nowhere/report.csv'], '--report=/nowhere/report.csv: the file cannot be written.'];
        yield 'since' => [['@starter', '--since=/nowhere'], 'Give the folder of an earlier run.'];
        yield 'an option there is not' => [['@starter', '--colour=red'], 'morphea:press: The "--colour" option does not exist.'];
        yield 'two files' => [['@starter', '@starter'], 'morphea:press: Too many arguments'];
        yield 'jobs' => [['@starter', '--jobs=many'], 'from 1 to 64'];
    }

    public function testATemplateWhoseColumnIsNotInTheTableIsUnusable(): void
    {
        $process = $this->press($this->starter(), '--rows=' . $this->rows("Full name,Hours,Issued\nNg,10,2026-01-01\n"));
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString(
            '“Deed” shows the column “craft”, which is not in the table. Its columns are: full_name, hours, issued.',
            $process->getErrorOutput(),
        );
    }

    public function testATemplateFileWithUnknownKeysOrAbsurdSizesIsUnusable(): void
    {
        foreach (
            ['"wdith": 1,' => 'Unknown key “wdith”', '"width": 900000,' => 'width: 900,000 is outside the range. Enter 8 to 20,000.']
            as $text => $words
        ) {
            $json = (string) file_get_contents(\dirname(__DIR__, 2) . '/demo/tip-card/template.json');
            $json = str_contains($text, 'wdith')
                ? str_replace('"format"', "$text\"format\"", $json)
                : (string) preg_replace('/"width": 1080,/', $text, $json, 1);
            $path = "$this->folder/broken.morphea";
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
            $zip->addFromString('template.json', $json);
            $zip->close();
            $process = $this->press($path);
            self::assertSame(2, $process->getExitCode());
            self::assertStringContainsString('“broken.morphea”, template.json: ', $process->getErrorOutput());
            self::assertStringContainsString($words, $process->getErrorOutput());
        }
    }

    public function testWithoutTheProgramThatMakesFilmsThatIsSaidAndAllElseWorks(): void
    {
        $bin = "$this->folder/bin";
        mkdir($bin);
        foreach (['/usr/bin', '/usr/local/bin'] as $folder) {
            foreach (glob("$folder/*") ?: [] as $program) {
                if (!\in_array(basename($program), ['ffmpeg', 'ffprobe'], true) && is_executable($program)) {
                    @symlink($program, "$bin/" . basename($program));
                }
            }
        }
        $command = static fn (string $as, string $to): array => [
            ...[\PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console', 'morphea:press', '--env=test', "--as=$as", "--to=$to", '--only=1'],
            'var/test/before-after.morphea',
        ];
        $root = \dirname(__DIR__, 2);
        $zip = new \ZipArchive();
        $zip->open("$root/var/test/before-after.morphea", \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        foreach (['template.json', 'rows.csv', 'pictures/lamp.jpg'] as $name) {
            $zip->addFile("$root/demo/before-after/$name", $name);
        }
        $zip->close();
        $run = static function (string $as, string $to) use ($command, $root, $bin): Process {
            $process = new Program($command($as, $to), $root, ['PATH' => $bin], timeout: 120);
            $process->run();

            return $process;
        };
        $film = $run('mp4', "$this->folder/film");
        self::assertSame(2, $film->getExitCode());
        self::assertStringContainsString('Shorts need ffmpeg, which is not installed', $film->getErrorOutput());
        $still = $run('png', "$this->folder/still");
        self::assertSame(0, $still->getExitCode(), $still->getErrorOutput());
        self::assertFileExists("$this->folder/still/lamp.png");
    }

    private function press(string ...$arguments): Process
    {
        $process = new Program(
            [\PHP_BINARY, 'bin/console', 'morphea:press', '--env=test', ...$arguments, "--to=$this->folder"],
            \dirname(__DIR__, 2),
            ['DATABASE_URL' => 'sqlite:////nowhere/at/all.db'],
            timeout: 120,
        );
        $process->run();

        return $process;
    }

    private function rows(string $text): string
    {
        file_put_contents("$this->folder/rows.csv", $text);

        return "$this->folder/rows.csv";
    }

    private function starter(): string
    {
        $path = sys_get_temp_dir() . '/morphea-test-certificate.morphea';
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        $folder = \dirname(__DIR__, 2) . '/demo/mending-certificate';
        foreach (['template.json', 'rows.csv', 'pictures/border.svg', 'pictures/seal.svg'] as $name) {
            $zip->addFile("$folder/$name", $name);
        }
        $zip->close();

        return $path;
    }
}
