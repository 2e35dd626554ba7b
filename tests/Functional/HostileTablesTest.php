<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Tests\English;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/**
 * Table files that are small and mean much, or lie: every reader stops at the limits, says what, where and what to do,
 * and leaves nothing behind.
 */
#[Group('alone')]
final class HostileTablesTest extends TestCase
{
    use TableFiles;

    /** Bytes that reading any of them may take. */
    private const MEMORY = 256_000_000;

    /** @param \Closure(string): mixed $make at a path */
    #[DataProvider('files')]
    public function testItIsRefusedInWordsWithinBounds(\Closure $make, string $words): void
    {
        $path = $this->path();
        $make($path);
        $before = glob(sys_get_temp_dir() . '/morphea[!-]*') ?: [];
        memory_reset_peak_usage();
        try {
            self::reader()->file($path, 'rows');
            self::fail('it was read');
        } catch (UploadException $e) {
            self::assertStringContainsString($words, English::say($e));
        }
        self::assertLessThan(self::MEMORY, memory_get_peak_usage());
        self::assertSame($before, glob(sys_get_temp_dir() . '/morphea[!-]*') ?: [], 'nothing is left');
    }

    /** @return iterable<string, array{\Closure(string): mixed, string}> */
    public static function files(): iterable
    {
        $row = static fn (string $inside, string $more = ''): string => "<row$more>$inside</row>";
        $cell = static fn (string $at, string $words): string => "<c r=\"$at\" t=\"inlineStr\"><is><t>$words</t></is></c>";
        $rows = static function (int $count) use ($cell): \Generator {
            for ($i = 1; $i <= $count; ++$i) {
                yield "<row r=\"$i\">" . $cell("A$i", "Name $i") . $cell("B$i", "Town $i") . '</row>';
            }
        };
        yield 'CSV, many empty lines before others' => [
            static fn (string $path) => file_put_contents($path, "Name,Town\nNg,NW\n" . str_repeat("\n", 20_000) . "Pip,ST\n"),
            '“rows”: after line 3 there are more than 10,000 empty lines before more rows. Delete them',
        ];
        yield 'ODS, repeated rows and columns' => [
            static fn (string $path) => self::ods($path, self::row('x', 16_384, 1_048_576)),
            'more than 200 columns; line 1 has content in column XFD',
        ];
        yield 'ODS, repeated rows' => [
            static fn (string $path) => self::ods($path, self::row('x', 1, 1_048_576)),
            'more than 20,000 rows',
        ];
        yield 'ODS, as wide and long as may be' => [
            static fn (string $path) => self::ods($path, self::row(str_repeat('x', 60), 199, 1_048_576)),
            'holds too much to read at once',
        ];
        yield 'ODS, a row at the end of the world' => [
            static fn (string $path) => self::ods(
                $path,
                self::row('x', 1, 1) .
                    '<table:table-row table:number-rows-repeated="99999999999999999999"/>' .
                    self::row('x', 1, 1),
            ),
            'more than 20,000 rows',
        ];
        yield 'XLSX, a cell at XFD1048576' => [
            static fn (string $path) => self::xlsx($path, [
                $row($cell('A1', 'Name')),
                $row($cell('XFD1048576', 'x'), ' r="1048576"'),
            ]),
            'line 1,048,576 has content in column XFD',
        ];
        yield 'XLSX, a far row' => [
            static fn (string $path) => self::xlsx($path, [
                $row($cell('A1', 'Name')),
                $row($cell('A1048576', 'x'), ' r="1048576"'),
            ]),
            'there is content in line 1,048,576',
        ];
        yield 'XLSX, a row beyond all numbers' => [
            static fn (string $path) => self::xlsx($path, [$row($cell('A1', 'x'), ' r="9223372036854775807"')]),
            'more than 20,000 rows',
        ];
        yield 'XLSX, 200,000 rows' => [
            static fn (string $path) => self::xlsx($path, $rows(200_000)),
            'more than 20,000 rows; there is content in line 20,501',
        ];
        yield 'XLSX, whose sheet has another ending' => [
            static fn (string $path) => self::xlsx($path, $rows(200_000), 'sheets/one.dat'),
            'more than 20,000 rows',
        ];
        yield 'XLSX, empty cells without end' => [
            static fn (string $path) => self::xlsx($path, [
                '<row>',
                ...array_fill(0, 30, str_repeat('<c/>', 100_000)),
                '</row>',
            ]),
            'unpacks to more than a table',
        ];
        yield 'XLSX, parts without end in one cell' => [
            static fn (string $path) => self::xlsx($path, [
                '<row><c t="inlineStr"><is>',
                ...array_fill(0, 390, str_repeat('<x/>', 100_000)),
                '</is></c></row>',
            ]),
            'unpacks to more than a table',
        ];
        yield 'ODS, spaces that are counted' => [
            static fn (string $path) => self::ods(
                $path,
                '<table:table-row><table:table-cell><text:p>' .
                    str_repeat('<text:s text:c="1000"/>', 1_000_000) .
                    '</text:p></table:table-cell></table:table-row>',
            ),
            'line 1, column A: this cell has',
        ];
        yield 'XLSX, blanks without end' => [
            static fn (string $path) => self::xlsx($path, array_fill(0, 150, str_repeat(' ', 1_000_000))),
            'cannot be read as a workbook',
        ];
        yield 'XLSX, that says it is larger than may be' => [
            static fn (string $path) => self::xlsx($path, array_fill(0, 210, str_repeat('<!--x-->', 125_000))),
            'unpacks to more than a table',
        ];
        yield 'XLSX, entities' => [
            static fn (string $path) => self::xlsx($path, [], 'worksheets/sheet1.xml', [
                'xl/worksheets/sheet1.xml' =>
                    '<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><worksheet><sheetData><row>' .
                    '<c t="inlineStr"><is><t>&b;</t></is></c></row></sheetData></worksheet>',
            ]),
            'cannot be read as a workbook',
        ];
        yield 'XLSX, a cell of a million letters' => [
            static fn (string $path) => self::xlsx($path, [
                $row($cell('A1', 'Name')),
                $row($cell('A2', str_repeat('x', 1_000_000))),
            ]),
            'line 2, column A: this cell has',
        ];
        yield 'CSV, 600,000 lines' => [
            static fn (string $path) => self::lines($path, 600_000, 'Name %d,note'),
            'more than 20,000 rows',
        ];
        yield 'CSV, one cell of 50 MB' => [
            static fn (string $path) => self::chunks($path, "Name,Note\nNg,\"", str_repeat('y', 1_000_000), 50, "\"\n"),
            'line 2, column B: this cell has',
        ];
        yield 'CSV, a quotation mark that swallows 20 MB' => [
            static fn (string $path) => self::chunks($path, "Name,Note\nNg,\"", str_repeat("a line of it\n", 80_000), 20, ''),
            'Look for a quotation mark before it that is never closed',
        ];
        yield 'CSV, 300 columns' => [
            static fn (string $path) => file_put_contents(
                $path,
                implode(',', range(1, 300)) . "\n" . implode(',', range(1, 300)) . "\n",
            ),
            'more than 200 columns',
        ];
    }

    #[TestWith(["\n"])]
    #[TestWith(["\r\n"])]
    #[TestWith([" ; \n"])]
    #[TestWith(["\"\";\"\"\n"])]
    public function testTwentyMegabytesOfEmptyLinesCostNothing(string $line): void
    {
        $path = $this->path();
        file_put_contents($path, "Name;Town\nNg;NW\n" . str_repeat($line, intdiv(20_000_000, \strlen($line))));
        memory_reset_peak_usage();
        $began = hrtime(true);
        $grid = self::reader()->file($path, 'rows');
        self::assertSame([['Name', 'Town'], ['Ng', 'NW']], \array_slice($grid->lines, 0, 2));
        self::assertLessThan(self::MEMORY, memory_get_peak_usage());
        self::assertLessThan(10e9, hrtime(true) - $began, 'line by line it would take two minutes');
    }

    public function testLargeTablesAreReadToTheirEnd(): void
    {
        $cells = static fn (int $i): string => implode(
            '',
            array_map(static fn (int $j): string => "<c t=\"inlineStr\"><is><t>Value $i $j</t></is></c>", range(1, 25)),
        );
        self::xlsx($path = $this->path(), array_map(static fn (int $i): string => "<row>{$cells($i)}</row>", range(0, 20_000)));
        $grid = self::reader()->file($path, 'rows');
        self::assertSame(
            [20_001, 25, 'Value 20000 25'],
            [\count($grid->lines), \count($grid->lines[0]), $grid->lines[20_000][24]],
        );
    }

    public function testAnOpenQuotationMarkIsToldWithItsLine(): void
    {
        $grid = $this->read("Name,Note\nNg,one\nOar,\"never closed\nPip,two\nTamsin,three\n");
        self::assertSame(
            [
                'A quotation mark in line 3 is never closed, so the 2 lines after it are all in one cell. Remove it or close it, ' .
                'and import the file again.',
            ],
            English::all($grid->notices),
        );
        self::assertSame(
            [],
            $this->read("Name,Note\nNg,\"one\ntwo\nthree\"\n")->notices,
            'one that is closed is nobody\'s trouble',
        );
    }

    #[TestWith(['Shift_JIS', '名前', '山田太郎'])]
    #[TestWith(['EUC-JP', '名前', '山田太郎'])]
    #[TestWith(['EUC-KR', '이름', '김철수'])]
    #[TestWith(['GB18030', '姓名', '张伟'])]
    #[TestWith(['Big5', '姓名', '張偉'])]
    public function testLettersOfTheEastCanBeChosen(string $encoding, string $heading, string $name): void
    {
        $bytes = (string) iconv('UTF-8', $encoding, "$heading,No\n$name,1\n");
        self::assertSame([[$heading, 'No'], [$name, '1']], $this->read($bytes, $encoding)->lines);
    }

    public function testLettersThatAreNoneInWhatWasChosenAreNotLeftOutInSilence(): void
    {
        $bytes = (string) iconv('UTF-8', 'Shift_JIS', "名前,町\n山田,東\n") . "x\xFFy,z\n";
        self::assertSame(
            ['Some bytes are not text in Shift_JIS and were left out. Check the text encoding.'],
            English::all($this->read($bytes, 'Shift_JIS')->notices),
        );
        self::assertSame(
            [],
            $this->read((string) iconv('UTF-8', 'Shift_JIS', str_repeat("山田,東\n", 2_000)), 'Shift_JIS')->notices,
        );
    }

    public function testOldLineEndsAndMarksAreNoLetters(): void
    {
        self::assertSame([['Name', 'No'], ['Ng', '1']], $this->read("Name,No\rNg,1\r")->lines);
        self::assertSame(
            [['Name', 'No'], ['Ñandú', '1']],
            $this->read("\xFF\xFE" . iconv('UTF-8', 'UTF-16LE', "Name,No\nÑandú,1\n"))->lines,
        );
    }

    #[TestWith(['ods', 'Ods'])]
    #[TestWith(['xlsx', 'Xlsx'])]
    public function testControlLettersInCellsDoNotMakeAFileUnreadable(string $ending, string $format): void
    {
        $this->paths[] = $path = (new TableFileWriter())->write($ending, ["Na\x01me"], [["N\x00g\x1F \u{FFFE}ok"]]);
        self::assertSame([['Name'], ['Ng ok']], IOFactory::createReader($format)->load($path)->getActiveSheet()->toArray());
    }
}
