<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Data\Table;
use PhpOffice\PhpSpreadsheet\Cell\Cell;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Style\NumberFormat;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;

/** Workbooks: the first sheet that holds anything, every cell as it is shown there. XLSX by PhpSpreadsheet, ODS by our own small reader. */
final readonly class Workbook
{
    private const MAX_UNPACKED = 400_000_000;

    public function __construct(private OpenDocument $openDocument)
    {
    }

    /**
     * @return \Generator<int, list<string>>
     *
     * @throws UploadError
     */
    public function lines(string $path, string $name): \Generator
    {
        if ($this->isOpenDocument($path, $name)) {
            yield from $this->openDocument->lines($path, $name);

            return;
        }
        try {
            $reader = IOFactory::createReader('Xlsx');
            $reader->setReadEmptyCells(false);
            $book = $reader->load($path);
        } catch (\Throwable $e) {
            throw new UploadError("“{$name}” cannot be read as a workbook. Open it in a spreadsheet program, save it again as XLSX or CSV, and bring that in.", 0, $e);
        }
        foreach ($book->getAllSheets() as $sheet) {
            if ($sheet->getHighestDataRow() > 1 || '' !== $this->shown($sheet->getCell('A1'))) {
                yield from $this->sheet($sheet);

                return;
            }
        }
    }

    /** @return \Generator<int, list<string>> */
    private function sheet(Worksheet $sheet): \Generator
    {
        $lastColumn = $sheet->getHighestDataColumn();
        $lastRow = min($sheet->getHighestDataRow(), Table::MAX_ROWS * 2);
        for ($row = 1; $row <= $lastRow; ++$row) {
            $cells = [];
            foreach ($sheet->getRowIterator($row, $row)->current()->getCellIterator('A', $lastColumn) as $cell) {
                $cells[] = $this->shown($cell);
            }
            yield $cells;
        }
    }

    /** The cell as the spreadsheet shows it; a formula by the value it had when the file was saved. */
    private function shown(Cell $cell): string
    {
        if (!$cell->isFormula()) {
            return $cell->getFormattedValue();
        }
        $value = $cell->getOldCalculatedValue();
        if (\is_array($value) || null === $value) {
            return '';
        }

        return (string) NumberFormat::toFormattedString($value, (string) $cell->getStyle()->getNumberFormat()->getFormatCode());
    }

    private function isOpenDocument(string $path, string $name): bool
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new UploadError("“{$name}” begins like a workbook but is damaged. Save it again and bring that in.");
        }
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $unpacked += $zip->statIndex($i)['size'] ?? 0;
        }
        $open = match (true) {
            false !== $zip->locateName('xl/workbook.xml') => false,
            str_starts_with((string) $zip->getFromName('mimetype', 200), 'application/vnd.oasis.opendocument.spreadsheet') => true,
            default => null,
        };
        $zip->close();
        if (null === $open) {
            throw new UploadError("“{$name}” is a packed file but no workbook. Bring a CSV, TSV, XLSX or ODS file.");
        }
        if ($unpacked > self::MAX_UNPACKED) {
            throw new UploadError("“{$name}” unpacks to more than a table of 20,000 rows ever needs. Copy the rows into a new workbook and bring that in.");
        }

        return $open;
    }
}
