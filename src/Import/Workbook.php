<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\App\Web\Stopped;
use Morphea\Core\Data\Table;
use PhpOffice\PhpSpreadsheet\Cell\Cell;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Style\NumberFormat;
use PhpOffice\PhpSpreadsheet\Worksheet\Drawing;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;

/** Workbooks: every cell as it is shown there. XLSX by PhpSpreadsheet, ODS by our own small reader. */
final readonly class Workbook
{
    private const MAX_UNPACKED = 200_000_000;
    private const TOLD_EVERY = 250;
    private const ERROR = '~^#(N/A|REF!|DIV/0!|VALUE!|NAME\?|NUM!|NULL!)$~';

    public function __construct(private OpenDocument $openDocument)
    {
    }

    /**
     * One sheet with all that is known of it.
     *
     * @param string|null                          $wanted   the sheet's name; else the first that holds anything
     * @param (\Closure(int, int|null): void)|null $progress lines read so far, and of how many where the file says
     *
     * @throws UploadError
     */
    public function grid(string $path, string $name, ?string $wanted = null, ?\Closure $progress = null): RawGrid
    {
        $progress ??= static function (): void {};
        $this->check($path, $name);
        if ($this->isOpenDocument($this->open($path, $name))) {
            $sheets = $this->openDocument->sheets($path, $name);
            $sheet = \in_array($wanted, $sheets, true) ? $wanted : null;

            $lines = [];
            foreach ($this->openDocument->lines($path, $name, $sheet) as $line) {
                $lines[] = $line;
                if (0 === \count($lines) % self::TOLD_EVERY) {
                    $progress(\count($lines), null);
                }
            }

            return new RawGrid($lines, null, null, $sheets, $sheet ?? ($sheets[0] ?? ''));
        }
        // Half of the work is loading the file, half is writing each cell as it is shown.
        $total = $this->linesSaid($path);
        $loading = new CountingFilter(self::TOLD_EVERY, static fn (int $lines) => $progress(intdiv($lines, 2), $total));
        $book = $this->load($path, $name, $loading);
        $names = array_values($book->getSheetNames());
        foreach ($book->getAllSheets() as $sheet) {
            $title = $sheet->getTitle();
            if (\in_array($wanted, $names, true) ? $wanted === $title : $sheet->getHighestDataRow() > 1 || '' !== $this->shown($sheet->getCell('A1')) || [] === \array_slice($names, 1)) {
                $told = ['errors' => 0, 'formulas' => 0];
                $lines = iterator_to_array($this->sheet($sheet, $told, static fn (int $lines) => $progress(intdiv($loading->lines() + $lines, 2), $total)), false);
                [$errors, $formulas] = [$told['errors'], $told['formulas']];

                return new RawGrid($lines, null, null, $names, $title, array_values(array_filter([
                    $formulas > 0 ? \sprintf('%s %s taken by the value it showed when the file was saved.', number_format($formulas), 1 === $formulas ? 'formula was' : 'formulas were') : '',
                    $errors > 0 ? \sprintf('%s %s an error of the spreadsheet, as #N/A is. They stand as they are; mend them here or in the file.', number_format($errors), 1 === $errors ? 'cell holds' : 'cells hold') : '',
                ])), $this->pictures($sheet));
            }
        }

        return new RawGrid([], null, null, $names);
    }

    private function load(string $path, string $name, CountingFilter $filter): Spreadsheet
    {
        try {
            $reader = IOFactory::createReader('Xlsx');
            $reader->setReadEmptyCells(false);
            $reader->setReadFilter($filter);

            return $reader->load($path);
        } catch (Stopped $e) {
            throw $e;
        } catch (\Throwable $e) {
            throw new UploadError("“{$name}” cannot be read as a workbook. Open it in a spreadsheet program, save it again as XLSX or CSV, and bring that in.", 0, $e);
        }
    }

    /** @return list<array{line: int, column: int, bytes: string, name: string}> from 0 */
    private function pictures(Worksheet $sheet): array
    {
        $found = [];
        foreach ($sheet->getDrawingCollection() as $drawing) {
            if (!$drawing instanceof Drawing) {
                continue;
            }
            $bytes = @file_get_contents($drawing->getPath());
            if (false !== $bytes && '' !== $bytes) {
                [$column, $row] = Coordinate::coordinateFromString($drawing->getCoordinates());
                $found[] = ['line' => (int) $row - 1, 'column' => Coordinate::columnIndexFromString($column) - 1, 'bytes' => $bytes, 'name' => basename($drawing->getPath())];
            }
        }

        return $found;
    }

    /**
     * @param array{errors: int, formulas: int} $told     counted up
     * @param \Closure(int): void               $progress
     *
     * @return \Generator<int, list<string>>
     */
    private function sheet(Worksheet $sheet, array &$told, \Closure $progress): \Generator
    {
        $lastColumn = $sheet->getHighestDataColumn();
        $lastRow = min($sheet->getHighestDataRow(), Table::MAX_ROWS * 2);
        for ($row = 1; $row <= $lastRow; ++$row) {
            $cells = [];
            foreach ($sheet->getRowIterator($row, $row)->current()->getCellIterator('A', $lastColumn) as $cell) {
                $cells[] = $shown = $this->shown($cell);
                $told['formulas'] += $cell->isFormula() ? 1 : 0;
                $told['errors'] += str_starts_with($shown, '#') && 1 === preg_match(self::ERROR, $shown) ? 1 : 0;
            }
            if (0 === $row % self::TOLD_EVERY) {
                $progress($row);
            }
            yield $cells;
        }
    }

    /** Lines of all sheets together, as the file's own notes of their size say; null where one has none. */
    private function linesSaid(string $path): ?int
    {
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::RDONLY);
        $lines = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = (string) $zip->getNameIndex($i);
            if (1 === preg_match('~^xl/worksheets/[^/]+\.xml$~', $entry)) {
                $lines = null !== $lines && 1 === preg_match('~<dimension ref="[A-Z]+\d+(?::[A-Z]+(\d+))?"~', (string) $zip->getFromIndex($i, 2_000), $m) ? $lines + (int) ($m[1] ?? 1) : null;
            }
        }
        $zip->close();

        return $lines;
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

    /**
     * Refuses what is no workbook or unpacks beyond measure, by its list of contents alone.
     *
     * @return int bytes that are to be read, unpacked; its pictures do not count
     *
     * @throws UploadError
     */
    public function check(string $path, string $name): int
    {
        $zip = $this->open($path, $name);
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = $zip->statIndex($i) ?: ['name' => '', 'size' => 0];
            $unpacked += str_ends_with(strtolower($entry['name']), '.xml') ? $entry['size'] : 0;
        }
        $known = false !== $zip->locateName('xl/workbook.xml') || $this->isOpenDocument($zip);
        $zip->close();
        if (!$known) {
            throw new UploadError("“{$name}” is a packed file but no workbook. Bring a CSV, TSV, XLSX or ODS file.");
        }
        if ($unpacked > self::MAX_UNPACKED) {
            throw new UploadError("“{$name}” unpacks to more than a table of 20,000 rows ever needs. Copy the rows into a new workbook and bring that in.");
        }

        return $unpacked;
    }

    private function open(string $path, string $name): \ZipArchive
    {
        $zip = new \ZipArchive();

        return true === $zip->open($path, \ZipArchive::RDONLY) ? $zip : throw new UploadError("“{$name}” begins like a workbook but is damaged. Save it again and bring that in.");
    }

    private function isOpenDocument(\ZipArchive $zip): bool
    {
        return false === $zip->locateName('xl/workbook.xml') && str_starts_with((string) $zip->getFromName('mimetype', 200), 'application/vnd.oasis.opendocument.spreadsheet');
    }
}
