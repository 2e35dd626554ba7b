<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\DelimitedText;
use Morphea\App\Engine\Import\RawGrid;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Engine\Import\Workbook;
use Morphea\App\Platform\Files\UploadException;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
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
    /** Bytes that reading any of them may take. */
    private const MEMORY = 256_000_000;

    /** @var list<string> */
    private array $paths = [];

    protected function tearDown(): void
    {
        array_map(unlink(...), $this->paths);
        parent::tearDown();
    }

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
            self::assertStringContainsString($words, $e->getMessage());
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
            '“rows”: from line 3 on, more than 10,000 lines are empty before others follow. Delete them',
        ];
        yield 'ODS, repeated rows and columns' => [
            static fn (string $path) => self::ods($path, self::row('x', 16_384, 1_048_576)),
            'more than 200 columns: in line 1 something stands in column XFD',
        ];
        yield 'ODS, repeated rows' => [
            static fn (string $path) => self::ods($path, self::row('x', 1, 1_048_576)),
            'more than 20,000 rows',
        ];
        yield 'ODS, as wide and long as may be' => [
            static fn (string $path) => self::ods($path, self::row(str_repeat('x', 60), 199, 1_048_576)),
            'holds more than can be read at once',
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
            'in line 1,048,576 something stands in column XFD',
        ];
        yield 'XLSX, a far row' => [
            static fn (string $path) => self::xlsx($path, [
                $row($cell('A1', 'Name')),
                $row($cell('A1048576', 'x'), ' r="1048576"'),
            ]),
            'something stands in line 1,048,576',
        ];
        yield 'XLSX, a row beyond all numbers' => [
            static fn (string $path) => self::xlsx($path, [$row($cell('A1', 'x'), ' r="9223372036854775807"')]),
            'more than 20,000 rows',
        ];
        yield 'XLSX, 200,000 rows' => [
            static fn (string $path) => self::xlsx($path, $rows(200_000)),
            'more than 20,000 rows; something stands in line 20,501',
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
            'line 1, column A: this cell holds',
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
            'line 2, column A: this cell holds',
        ];
        yield 'CSV, 600,000 lines' => [
            static fn (string $path) => self::lines($path, 600_000, 'Name %d,note'),
            'more than 20,000 rows',
        ];
        yield 'CSV, one cell of 50 MB' => [
            static fn (string $path) => self::chunks($path, "Name,Note\nNg,\"", str_repeat('y', 1_000_000), 50, "\"\n"),
            'line 2, column B: this cell holds',
        ];
        yield 'CSV, a quotation mark that swallows 20 MB' => [
            static fn (string $path) => self::chunks($path, "Name,Note\nNg,\"", str_repeat("a line of it\n", 80_000), 20, ''),
            'Look whether a quotation mark before it is never closed',
        ];
        yield 'CSV, 300 columns' => [
            static fn (string $path) => file_put_contents(
                $path,
                implode(',', range(1, 300)) . "\n" . implode(',', range(1, 300)) . "\n",
            ),
            'more than 200 columns',
        ];
    }

    public function testOfTenThousandNamesOfOneSheetOnlyAFewAreLookedAt(): void
    {
        $names = implode('', array_map(static fn (int $i): string => "<sheet name=\"S$i\" r:id=\"rId1\"/>", range(1, 10_000)));
        self::xlsx(
            $path = $this->path(),
            [str_repeat('<row/>', 100_000)],
            more: [
                'xl/workbook.xml' => '<workbook xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships">' .
                    "<sheets>$names</sheets></workbook>",
            ],
        );
        $began = hrtime(true);
        $grid = self::reader()->file($path, 'rows');
        self::assertSame([10_000, []], [\count($grid->sheets), $grid->lines]);
        self::assertLessThan(20e9, hrtime(true) - $began, 'all of them would take minutes');
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
                'A quotation mark in line 3 is never closed, so all 2 lines that follow stand in one cell. Take it ' .
                'out of the file, or close it, and bring the file again.',
            ],
            $grid->notices,
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
            ['Some of the file is no letters in Shift_JIS and was left out. Look whether its letters are written so.'],
            $this->read($bytes, 'Shift_JIS')->notices,
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

    public function testOnlyWhatIsInsideOfAWorkbookIsReadAndTheRestIsTold(): void
    {
        $secret = $this->path();
        file_put_contents($secret, 'a secret of the server');
        $relations = static fn (
            string ...$inside,
        ): string => '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">' .
            implode('', $inside) .
            '</Relationships>';
        $image = static fn (
            string $id,
            string $target,
            string $more = '',
        ): string => "<Relationship Id=\"$id\" Type=\"http://x/image\" Target=\"$target\"$more/>";
        $anchor = static fn (
            string $id,
            int $row,
        ): string => "<xdr:oneCellAnchor><xdr:from><xdr:col>1</xdr:col><xdr:row>$row</xdr:row></xdr:from><xdr:pic>" .
            "<xdr:blipFill><a:blip r:embed=\"$id\"/></xdr:blipFill></xdr:pic></xdr:oneCellAnchor>";
        $path = $this->path();
        self::xlsx(
            $path,
            [
                '<row r="1"><c r="A1" t="inlineStr"><is><t>Name</t></is></c></row><row r="2">' .
                '<c r="A2" t="inlineStr"><is><t>Ng</t></is></c></row>',
            ],
            more: [
                'xl/worksheets/_rels/sheet1.xml.rels' => $relations(
                    '<Relationship Id="rId1" Type="http://x/drawing" Target="../drawings/drawing1.xml"/>',
                ),
                'xl/drawings/drawing1.xml' =>
                    '<xdr:wsDr xmlns:xdr="x" xmlns:a="a" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships">' .
                    implode('', array_map($anchor, ['rId1', 'rId2', 'rId3', 'rId4', 'rId5'], [1, 2, 3, 4, 5])) .
                    '</xdr:wsDr>',
                'xl/drawings/_rels/drawing1.xml.rels' => $relations(
                    $image('rId1', "file://$secret", ' TargetMode="External"'),
                    $image('rId2', '../media/gone.png'),
                    $image('rId3', '../media/old.emf'),
                    $image('rId4', '../media/kettle.png'),
                    $image('rId5', "../../../../../../..$secret"),
                ),
                'xl/media/old.emf' => 'x',
                'xl/media/kettle.png' => 'bytes',
            ],
        );
        $grid = self::reader()->file($path, 'rows');
        self::assertSame(
            [['line' => 4, 'column' => 1, 'entry' => 'xl/media/kettle.png', 'name' => 'kettle.png']],
            $grid->pictures,
        );
        self::assertSame(
            [
                '1 picture in the cells is left out: the file only links to what lies elsewhere. Put it into the ' .
                'file, or bring it by itself.',
                '2 pictures in the cells are left out: the file speaks of it, but it is not there.',
                '1 picture in the cells is left out: of a kind that cannot be read (old.emf). Save it as PNG or JPEG ' .
                'and bring it by itself.',
            ],
            $grid->notices,
        );
    }

    public function testFormulasThatWereNeverCalculatedAreNamed(): void
    {
        $path = $this->path();
        self::xlsx($path, [
            '<row r="1"><c r="A1" t="inlineStr"><is><t>Sum</t></is></c></row><row r="2"><c r="A2"><f>1+1</f></c>' .
            '<c r="B2"><f>2+2</f><v>4</v></c><c r="C2" t="str"><f>""</f><v></v></c></row>',
        ]);
        $grid = self::reader()->file($path, 'rows');
        self::assertSame(['', '4'], $grid->lines[1]);
        self::assertSame(
            [
                '2 formulas were taken by the value it showed when the file was saved.',
                '1 formula was never calculated, so nothing stands there: A2. Open the file in a spreadsheet ' .
                'program, save it there, and bring it again.',
            ],
            $grid->notices,
        );
    }

    public function testWhatTheSpreadsheetHidesIsSaidAndCanBeLeftOut(): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        $sheet->fromArray([['Name', 'Secret', 'Town'], ['Ng', 'x', 'NW'], ['Oar', 'y', 'SL'], ['Pip', 'z', 'ST']]);
        $sheet->getRowDimension(3)->setVisible(false);
        $sheet->getColumnDimension('B')->setVisible(false);
        $cells = static fn (string ...$words): string => implode(
            '',
            array_map(static fn (string $word): string => "<table:table-cell><text:p>$word</text:p></table:table-cell>", $words),
        );
        self::ods(
            $ods = $this->path(),
            '<table:table-column/><table:table-column table:visibility="collapse"/><table:table-column/><table:table-row>' .
                $cells('Name', 'Secret', 'Town') .
                '</table:table-row><table:table-row>' .
                $cells('Ng', 'x', 'NW') .
                '</table:table-row><table:table-row table:visibility="filter">' .
                $cells('Oar', 'y', 'SL') .
                '</table:table-row><table:table-row>' .
                $cells('Pip', 'z', 'ST') .
                '</table:table-row>',
        );
        foreach ([$this->saved($book, 'Xlsx'), $ods] as $path) {
            $grid = self::reader()->file($path, 'rows');
            self::assertSame([[2], [1]], [$grid->hiddenLines, $grid->hiddenColumns]);
            self::assertSame([['Name', 'Town'], ['Ng', 'NW'], ['Pip', 'ST']], $grid->withoutHidden()->lines);
        }
    }

    public function testTheFirstSheetWithATableIsTakenNotANoteBeforeIt(): void
    {
        $book = new Spreadsheet();
        $book
            ->getActiveSheet()
            ->setTitle('Read me')
            ->fromArray([['Please fill in the second sheet.'], ['Thank you.'], ['The guild']]);
        $book
            ->createSheet()
            ->setTitle('Volunteers')
            ->fromArray([['Name', 'Town'], ['Ng', 'NW']]);
        self::assertSame('Volunteers', self::reader()->file($this->saved($book, 'Xlsx'), 'rows')->sheet);
        $hidden = $book
            ->createSheet(0)
            ->setTitle('Lists')
            ->fromArray([['A', 'B'], ['1', '2'], ['3', '4']]);
        $hidden->setSheetState('hidden');
        self::assertSame(
            'Volunteers',
            self::reader()->file($this->saved($book, 'Xlsx'), 'rows')->sheet,
            'nor one that is hidden',
        );
    }

    #[TestWith(['ods', 'Ods'])]
    #[TestWith(['xlsx', 'Xlsx'])]
    public function testControlLettersInCellsDoNotMakeAFileUnreadable(string $ending, string $format): void
    {
        $this->paths[] = $path = (new TableFileWriter())->write($ending, ["Na\x01me"], [["N\x00g\x1F \u{FFFE}ok"]]);
        self::assertSame([['Name'], ['Ng ok']], IOFactory::createReader($format)->load($path)->getActiveSheet()->toArray());
    }

    private function read(string $bytes, ?string $encoding = null): RawGrid
    {
        file_put_contents($path = $this->path(), $bytes);

        return self::reader()->file($path, 'rows', $encoding);
    }

    private static function reader(): RawReader
    {
        return new RawReader(new DelimitedText(), new Workbook());
    }

    private function path(): string
    {
        return $this->paths[] = (string) tempnam(sys_get_temp_dir(), 'hostile');
    }

    private function saved(Spreadsheet $book, string $format): string
    {
        IOFactory::createWriter($book, $format)->save($path = $this->path());

        return $path;
    }

    private static function row(string $words, int $columns, int $rows): string
    {
        return "<table:table-row table:number-rows-repeated=\"$rows\"><table:table-cell " .
            "table:number-columns-repeated=\"$columns\"><text:p>$words</text:p></table:table-cell></table:table-row>";
    }

    private static function ods(string $path, string $rows): void
    {
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        $zip->addFromString('mimetype', 'application/vnd.oasis.opendocument.spreadsheet');
        $zip->addFromString(
            'content.xml',
            '<d xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" ' .
            'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><table:table table:name="S">' .
                $rows .
                '</table:table></d>',
        );
        $zip->close();
    }

    /**
     * @param iterable<string>      $rows
     * @param array<string, string> $more entries
     */
    private static function xlsx(string $path, iterable $rows, string $sheet = 'worksheets/sheet1.xml', array $more = []): void
    {
        $names =
            'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" ' .
            'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"';
        $local = (string) tempnam(sys_get_temp_dir(), 'sheet');
        $stream = fopen($local, 'w');
        self::assertNotFalse($stream);
        fwrite($stream, "<worksheet $names><sheetData>");
        foreach ($rows as $row) {
            fwrite($stream, $row);
        }
        fwrite($stream, '</sheetData></worksheet>');
        fclose($stream);
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        $zip->addFromString(
            'xl/workbook.xml',
            "<workbook $names><sheets><sheet name=\"S\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>",
        );
        $zip->addFromString(
            'xl/_rels/workbook.xml.rels',
            '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">' .
            "<Relationship Id=\"rId1\" Type=\"http://x/worksheet\" Target=\"$sheet\"/></Relationships>",
        );
        $zip->addFile($local, "xl/$sheet");
        foreach ($more as $name => $bytes) {
            $zip->addFromString($name, $bytes);
        }
        $zip->close();
        unlink($local);
    }

    private static function lines(string $path, int $count, string $line): void
    {
        $stream = fopen($path, 'w');
        self::assertNotFalse($stream);
        for ($i = 0; $i < $count; ++$i) {
            fwrite($stream, \sprintf($line, $i) . "\n");
        }
        fclose($stream);
    }

    private static function chunks(string $path, string $before, string $chunk, int $times, string $after): void
    {
        $stream = fopen($path, 'w');
        self::assertNotFalse($stream);
        fwrite($stream, $before);
        for ($i = 0; $i < $times; ++$i) {
            fwrite($stream, $chunk);
        }
        fwrite($stream, $after);
        fclose($stream);
    }
}
