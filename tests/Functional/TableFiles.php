<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\DelimitedText;
use Morphea\App\Engine\Import\RawGrid;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Engine\Import\Workbook;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;

/** Files of tables as nobody would write them. */
trait TableFiles
{
    /** @var list<string> */
    private array $paths = [];

    protected function tearDown(): void
    {
        array_map(unlink(...), $this->paths);
        parent::tearDown();
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
