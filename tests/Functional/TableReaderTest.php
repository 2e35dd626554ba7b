<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\DelimitedText;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Engine\Import\TableFileReader;
use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Engine\Import\Workbook;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Tests\English;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[Group('alone')]
final class TableReaderTest extends TestCase
{
    private const TEXT = "Full name,Hours,Craft\n\"Brandvold-Anning, Ottilie\",007,\"kettles\nand " .
        "\"\"pans\"\"\"\nSøren Ashgrove,41,café chairs\n";

    #[TestWith(['UTF-8', ''])]
    #[TestWith(['UTF-8', "\xEF\xBB\xBF"])]
    #[TestWith(['UTF-16LE', "\xFF\xFE"])]
    #[TestWith(['UTF-16BE', "\xFE\xFF"])]
    #[TestWith(['UTF-16LE', ''])]
    #[TestWith(['Windows-1252', ''])]
    public function testEncodingsAreRecognised(string $encoding, string $mark): void
    {
        $table = $this->read($mark . mb_convert_encoding(self::TEXT, $encoding, 'UTF-8'));
        self::assertSame(
            [['Brandvold-Anning, Ottilie', '007', "kettles\nand \"pans\""], ['Søren Ashgrove', '41', 'café chairs']],
            $table->cells,
        );
        self::assertSame('Windows-1252' === $encoding ? 1 : 0, \count($table->notices));
    }

    #[TestWith([','])]
    #[TestWith([';'])]
    #[TestWith(["\t"])]
    #[TestWith(['|'])]
    public function testDelimitersAreRecognised(string $delimiter): void
    {
        $line = static fn (string ...$cells): string => implode(
            $delimiter,
            array_map(static fn (string $c): string => '"' . $c . '"', $cells),
        );
        $table = $this->read(
            $line('Name', 'Sizes', 'Note') .
                "\r\n" .
                $line('Ng', '1,5; 2,5', 'a, b') .
                "\r\n" .
                $line('Bo', '3|4', 'c; d') .
                "\r\n",
        );
        self::assertSame([['Ng', '1,5; 2,5', 'a, b'], ['Bo', '3|4', 'c; d']], $table->cells);
    }

    public function testAnXlsxIsReadAsItIsShown(): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        $sheet->fromArray(['Full name', 'Code', 'Issued', 'Total', '', 'Craft'], null, 'A1');
        $sheet->setCellValueExplicit('A2', "Ottilie\n\"Tilly\"", DataType::TYPE_STRING);
        $sheet->setCellValueExplicit('B2', '007', DataType::TYPE_STRING);
        $sheet->setCellValue('C2', 46085);
        $sheet->getStyle('C2')->getNumberFormat()->setFormatCode('dd/mm/yyyy');
        $sheet->setCellValue('D2', '=6*7');
        $sheet->setCellValue('F2', 'kettles');
        $sheet->setCellValue('A3', 'Ng');
        $sheet->setCellValue('H9', ' ');
        $path = tempnam(sys_get_temp_dir(), 'book') . '.xlsx';
        IOFactory::createWriter($book, 'Xlsx')->save($path);
        $table = $this->reader()->file($path, basename($path));
        unlink($path);
        self::assertSame(
            ['Full name', 'Code', 'Issued', 'Total', 'Column E', 'Craft'],
            array_map(static fn (Column $c): string => $c->heading, $table->columns),
        );
        self::assertSame("Ottilie\n\"Tilly\"", $table->cells[0][0]);
        self::assertSame(['007', '04/03/2026', '42', '', 'kettles'], \array_slice($table->cells[0], 1));
        self::assertSame(2, $table->count());
    }

    public function testAnOdsIsReadAsItIsShown(): void
    {
        $cell = static fn (string $inside, string $more = ''): string => "<table:table-cell$more>$inside</table:table-cell>";
        $content =
            '<?xml version="1.0"?><office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" ' .
            'xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" ' .
            'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>' .
            '<table:table table:name="Empty"><table:table-row table:number-rows-repeated="1048576">' .
            '<table:table-cell table:number-columns-repeated="16384"/></table:table-row></table:table>' .
            '<table:table table:name="Spring"><table:table-row>' .
            $cell('<text:p>Full name</text:p>') .
            $cell('<text:p>Code</text:p>') .
            $cell('<text:p>Issued</text:p>') .
            $cell('<text:p>Total</text:p>') .
            '</table:table-row>' .
            '<table:table-row table:number-rows-repeated="2">' .
            $cell('<text:p>Ottilie <text:span>“Tilly”</text:span></text:p><text:p>two<text:s text:c="3"/>lines</text:p>') .
            $cell('<text:p>007</text:p>') .
            $cell('<text:p>04/03/2026</text:p>', ' office:value-type="date" office:date-value="2026-03-04"') .
            $cell('<text:p>42</text:p>', ' table:formula="of:=6*7" office:value="42"') .
            '<table:table-cell table:number-columns-repeated="16380"/></table:table-row>' .
            '<table:table-row><table:table-cell table:number-columns-repeated="3"/>' .
            $cell('<text:p>x</text:p><office:annotation><text:p>a remark</text:p></office:annotation>') .
            '</table:table-row>' .
            '<table:table-row table:number-rows-repeated="1048000"><table:table-cell ' .
            'table:number-columns-repeated="16384"/></table:table-row></table:table></office:spreadsheet>' .
            '</office:body></office:document-content>';
        $path = (string) tempnam(sys_get_temp_dir(), 'ods');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        $zip->addFromString('mimetype', 'application/vnd.oasis.opendocument.spreadsheet');
        $zip->addFromString('content.xml', $content);
        $zip->close();
        $row = ["Ottilie “Tilly”\ntwo   lines", '007', '04/03/2026', '42'];
        self::assertSame([$row, $row, ['', '', '', 'x']], $this->reader()->file($path, 'rows.ods')->cells);
    }

    #[DataProvider('bad')]
    public function testWhatIsNoTableIsRefusedInWords(string $bytes, string $words): void
    {
        English::refuses($words, fn (): mixed => $this->read($bytes));
    }

    /** @return iterable<string, array{string, string}> */
    public static function bad(): iterable
    {
        yield 'empty file' => ['', '“rows.csv” is empty (0 bytes)'];
        yield 'blank lines' => ["\n\n ,\n", 'The table is empty'];
        yield 'headings only' => ["Name,Hours\n", 'headings but no rows'];
        yield 'a picture' => ["\x89PNG\r\n\x1a\n\0\0\0\rIHDR" . str_repeat("\0\1\2", 300), 'is not a table'];
        yield 'a PDF' => ["%PDF-1.7\n1 0 obj", 'is not a table'];
        yield 'a web page' => ['<!DOCTYPE html><table></table>', 'is not a table'];
        yield 'an old workbook' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1", 'old binary format'];
        yield 'a damaged workbook' => ["PK\x03\x04 rubbish", 'damaged'];
        yield 'broken UTF-8' => ["Name\nSøren Ærø Ünder\nÉmile \xC3\n", 'line 3 is neither UTF-8'];
        yield 'too many rows' => ["Name,Hours\n" . str_repeat("Ng,1\n", 21_000), 'more than 20,000 rows'];
    }

    public function testAZipThatIsNoWorkbookIsRefused(): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        $zip->addFromString('hello.txt', 'hello');
        $zip->close();
        English::refuses('not a workbook', fn (): mixed => $this->reader()->file($path, 'rows.xlsx'));
    }

    public function testTheEndingOfAFileDoesNotMatter(): void
    {
        self::assertSame(2, $this->read(self::TEXT, 'rows.xlsx')->count());
    }

    public function testOneColumnIsTakenWithANotice(): void
    {
        $table = $this->read("Full name\nNg\nBo\n");
        self::assertSame(2, $table->count());
        self::assertStringContainsString('Only one column', English::say($table->notices[0]));
    }

    /** Written by an office program, from one sheet in German formats. */
    #[TestWith(['utf8-commas.csv'])]
    #[TestWith(['utf16-tabs.csv'])]
    #[TestWith(['windows1250-semicolons.csv', 'Windows-1250'])]
    #[TestWith(['windows1252-semicolons.csv', null, 'Jürgen Ødegaard'])]
    #[TestWith(['table.xlsx'])]
    #[TestWith(['table.ods'])]
    public function testFilesOfAnOfficeProgramAreReadAsItShowsThem(
        string $file,
        ?string $encoding = null,
        string $first = 'Jürgen Dvořák',
    ): void {
        $grid = $this->raw()->file(\dirname(__DIR__) . "/Fixtures/tables/$file", $file, $encoding);
        $table = (new TableBuilder())->build($grid->lines);
        self::assertSame(
            ['Full name', 'Since', 'Hours', 'Twice', 'Register', 'Note'],
            array_map(static fn (Column $column): string => $column->heading, $table->columns),
        );
        [$since, $hours] = 'table.xlsx' === $file ? ['09/03/2024', '1,234.50'] : ['09.03.2024', '1.234,50'];
        self::assertSame([$first, $since, $hours, '2469', '007', "kettles;  pans\nand \"pots\""], $table->cells[0]);
        self::assertSame('#DIV/0!', $table->cells[1][3]);
        self::assertSame('010', $table->cells[1][4]);
    }

    /** Whatever cells hold, they are the same after being written out and brought back. */
    #[TestWith(['csv', 40])]
    #[TestWith(['xlsx', 8])]
    #[TestWith(['ods', 8])]
    public function testWhatIsWrittenOutComesBackTheSame(string $ending, int $times): void
    {
        $random = new Randomizer(new Mt19937(2026));
        $letters = [
            'a',
            'Ž',
            '0',
            '7',
            ',',
            ';',
            "\t",
            '"',
            '""',
            "'",
            '=',
            '+',
            '-',
            '@',
            ' ',
            '  ',
            "\n",
            '|',
            '\\',
            '&',
            '<b>',
            '%',
            '#',
            '{x}',
            '_x000D_',
            '😀',
            '👩‍👩‍👧',
            'ب',
            'שלום',
            '漢',
            "e\u{301}",
            "\u{A0}",
            "\u{200B}",
            '1.5',
            '03/04/2026',
            '#N/A',
            '=1+1',
        ];
        for ($i = 0; $i < $times; ++$i) {
            $cell = static fn (): string => implode(
                '',
                array_map(
                    static fn (): string => $letters[$random->getInt(0, \count($letters) - 1)],
                    range(0, $random->getInt(0, 6)),
                ),
            );
            $rows = array_map(
                static fn (int $row): array => ["row $row", $cell(), $cell(), 0 === $random->getInt(0, 2) ? '' : $cell()],
                range(1, 12),
            );
            $path = (new TableFileWriter())->write($ending, ['Row', 'One', 'Two', 'Three'], $rows);
            try {
                self::assertSame($rows, $this->reader()->file($path, "back.$ending")->cells, "round $i");
            } finally {
                unlink($path);
            }
        }
    }

    private function read(string $bytes, string $name = 'rows.csv'): FileTable
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'rows');
        file_put_contents($path, $bytes);
        try {
            return $this->reader()->file($path, $name);
        } finally {
            unlink($path);
        }
    }

    private function reader(): TableFileReader
    {
        return new TableFileReader(new TableBuilder(), $this->raw());
    }

    private function raw(): RawReader
    {
        return new RawReader(new DelimitedText(), new Workbook());
    }
}
