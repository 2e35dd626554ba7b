<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\Core\Table\Cells\Harmless;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;

/** Writes tables as files for spreadsheets: every cell as text, none of them run as a formula. */
final readonly class TableFileWriter
{
    public const TYPES = [
        'csv' => 'text/csv; charset=UTF-8',
        'xlsx' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'ods' => 'application/vnd.oasis.opendocument.spreadsheet',
    ];
    private const WIDTH = 24;

    /**
     * @param list<string>           $headings
     * @param iterable<list<string>> $rows
     * @param array<int, string>     $notes    on headings, by place
     *
     * @return string path of a file of its own
     */
    public function write(string $ending, array $headings, iterable $rows, array $notes = []): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            'csv' === $ending ? $this->csv($path, $headings, $rows) : $this->workbook($path, $ending, $headings, $rows, $notes);
        } catch (\Throwable $e) {
            unlink($path);

            throw $e;
        }

        return $path;
    }

    /**
     * @param list<string>           $headings
     * @param iterable<list<string>> $rows
     */
    private function csv(string $path, array $headings, iterable $rows): void
    {
        $stream = fopen($path, 'w');
        \assert(false !== $stream);
        // The mark lets spreadsheets know that it is UTF-8.
        fwrite($stream, "\xEF\xBB\xBF");
        fputcsv($stream, array_map(Harmless::cell(...), $headings), ',', '"', '', "\r\n");
        foreach ($rows as $cells) {
            fputcsv($stream, array_map(Harmless::cell(...), $cells), ',', '"', '', "\r\n");
        }
        fclose($stream);
    }

    /** Without characters that XML 1.0 cannot hold, which would make the whole file unreadable. */
    private static function plain(string $cell): string
    {
        return (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', '', $cell);
    }

    /**
     * @param list<string>           $headings
     * @param iterable<list<string>> $rows
     * @param array<int, string>     $notes
     */
    private function workbook(string $path, string $ending, array $headings, iterable $rows, array $notes): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        $line = 0;
        $put = static function (array $cells) use ($sheet, &$line): void {
            ++$line;
            foreach ($cells as $i => $cell) {
                if ('' !== $cell) {
                    $sheet->setCellValueExplicit([$i + 1, $line], self::plain($cell), DataType::TYPE_STRING);
                }
            }
        };
        $put($headings);
        foreach ($rows as $cells) {
            $put($cells);
        }
        foreach (array_keys($headings) as $i) {
            $letter = Coordinate::stringFromColumnIndex($i + 1);
            $sheet->getColumnDimension($letter)->setWidth(self::WIDTH);
            if (isset($notes[$i])) {
                $sheet
                    ->getComment("{$letter}1")
                    ->getText()
                    ->createText($notes[$i]);
            }
        }
        $sheet->getStyle('1:1')->getFont()->setBold(true);
        $sheet->freezePane('A2');
        IOFactory::createWriter($book, ucfirst($ending))->save($path);
        $book->disconnectWorksheets();
    }
}
