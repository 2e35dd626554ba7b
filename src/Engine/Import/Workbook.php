<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Table;

/** Workbooks, XLSX and ODS: every cell as shown there, read as a stream that stops where a table ends. */
final readonly class Workbook
{
    private const TOLD_EVERY = 250;
    /** Lines of a sheet that are looked at to find the one with the table. */
    private const GLANCE = 60;
    private const GLANCED_AT = 12;
    /** What a sheet in sight with lines of several cells counts: none counts more. */
    private const A_TABLE = 7;

    /**
     * One sheet with its facts.
     *
     * @param string|null                          $wanted   the sheet's name; else the first that holds a table
     * @param (\Closure(int, int|null): void)|null $progress lines read so far, and of how many where the file says
     *
     * @throws UploadException
     */
    public function grid(string $path, string $name, ?string $wanted = null, ?\Closure $progress = null): RawGrid
    {
        $this->check($path, $name);
        $xml = new ZipXml($path, $name);

        return null === $xml->size('xl/workbook.xml')
            ? $this->openDocument($xml, $name, $wanted, $progress)
            : $this->xlsx($xml, $name, $wanted, $progress);
    }

    /**
     * @return list<string> names
     *
     * @throws UploadException
     */
    public function sheets(string $path): array
    {
        $xml = new ZipXml($path, '');

        return array_map(
            strval(...),
            array_keys(null === $xml->size('xl/workbook.xml') ? OpenDocument::sheets($xml) : (new XlsxBook($xml))->sheets),
        );
    }

    /**
     * Rejects files that are not workbooks or unpack to too much, by their list of contents alone.
     *
     * @return int bytes that are to be read, unpacked; its pictures do not count
     *
     * @throws UploadException
     */
    public function check(string $path, string $name): int
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new UploadException(new Message('import.table.damaged', ['name' => $name]));
        }
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = $zip->statIndex($i) ?: ['name' => '', 'size' => 0];
            // Whatever it is called: sheets need not end in .xml.
            $unpacked +=
                1 ===
                preg_match('~(^|/)media/|\.(png|jpe?g|webp|gif|emf|wmf|bin|tiff?)$|^Pictures/|^Thumbnails/~i', $entry['name'])
                    ? 0
                    : $entry['size'];
        }
        $known =
            false !== $zip->locateName('xl/workbook.xml') ||
            str_starts_with((string) $zip->getFromName('mimetype', 200), 'application/vnd.oasis.opendocument.spreadsheet');
        $zip->close();
        if (!$known) {
            throw new UploadException(new Message('import.table.no_workbook', ['name' => $name]));
        }
        if ($unpacked > ZipXml::MOST_UNPACKED) {
            throw new UploadException(new Message('import.table.unpacks', ['name' => $name]));
        }

        return $unpacked;
    }

    /** @param (\Closure(int, int|null): void)|null $progress */
    private function xlsx(ZipXml $xml, string $name, ?string $wanted, ?\Closure $progress): RawGrid
    {
        $book = new XlsxBook($xml);
        if ([] === $book->sheets) {
            throw $xml->damaged();
        }
        $sheet = fn (string $title): XlsxSheet => new XlsxSheet(
            $xml,
            $book,
            $book->sheets[$title]['path'],
            new GridBuilder($name),
        );
        $title = self::meant($book->sheets, $wanted, static fn (string $title): iterable => $sheet($title)->lines());
        $grid = new GridBuilder($name);
        $read = new XlsxSheet($xml, $book, $book->sheets[$title]['path'], $grid);
        $this->read($read->lines(), $grid, $progress, null === $progress ? null : $read->linesSaid());
        $pictures = XlsxPictures::of($xml, $book->sheets[$title]['path']);

        return new RawGrid(
            $grid->lines(),
            null,
            null,
            array_map(strval(...), array_keys($book->sheets)),
            $title,
            [...$read->seen->notices(), ...$pictures->notices],
            $pictures->pictures,
            $read->seen->hiddenLines,
            $read->seen->hiddenColumns,
        );
    }

    /** @param (\Closure(int, int|null): void)|null $progress */
    private function openDocument(ZipXml $xml, string $name, ?string $wanted, ?\Closure $progress): RawGrid
    {
        $sheets = OpenDocument::sheets($xml);
        if ([] === $sheets) {
            throw $xml->damaged();
        }
        $title = self::meant(
            $sheets,
            $wanted,
            static fn (string $title): iterable => (new OpenDocument($xml, $title, new GridBuilder($name)))->lines(),
        );
        $grid = new GridBuilder($name);
        $read = new OpenDocument($xml, $title, $grid);
        $this->read($read->lines(), $grid, $progress, null);

        return new RawGrid(
            $grid->lines(),
            null,
            null,
            array_map(strval(...), array_keys($sheets)),
            $title,
            $read->seen->notices(),
            [],
            $read->seen->hiddenLines,
            $read->seen->hiddenColumns,
        );
    }

    /**
     * @param iterable<int, list<string>>          $lines    by number, from 0
     * @param (\Closure(int, int|null): void)|null $progress
     */
    private function read(iterable $lines, GridBuilder $grid, ?\Closure $progress, ?int $total): void
    {
        $next = 0;
        foreach ($lines as $number => $cells) {
            if ($number >= Table::MAX_ROWS * 2) {
                throw $grid->tooManyRows($number + 1);
            }
            for (; $next < $number; ++$next) {
                $grid->add([]);
            }
            $grid->add($cells);
            ++$next;
            if (null !== $progress && 0 === $next % self::TOLD_EVERY) {
                $progress($next, $total);
            }
        }
    }

    /**
     * The chosen sheet, or else the first visible one with a table, that is, lines of several cells, which skips notes;
     * or else any with content.
     *
     * @param non-empty-array<string, array{hidden: bool}>   $sheets by name
     * @param \Closure(string): iterable<int, list<string>> $lines
     */
    private static function meant(array $sheets, ?string $wanted, \Closure $lines): string
    {
        if (null !== $wanted && isset($sheets[$wanted])) {
            return $wanted;
        }
        $best = [0, (string) array_key_first($sheets)];
        foreach (\array_slice($sheets, 0, self::GLANCED_AT, true) as $title => ['hidden' => $hidden]) {
            $filled = [];
            $looked = 0;
            try {
                foreach ($lines((string) $title) as $cells) {
                    $count = \count(array_filter($cells, static fn (string $cell): bool => '' !== trim($cell)));
                    if ($count > 0) {
                        $filled[] = $count;
                    }
                    if (++$looked >= self::GLANCE) {
                        break;
                    }
                }
            } catch (UploadException) {
                // It holds more than a table may. If it is the one, that is told when it is read.
                $filled = [2, 2];
            }
            $wide = \count(array_filter($filled, static fn (int $count): bool => $count > 1));
            $score =
                ($hidden ? 0 : 4) +
                ($wide > 1 ? self::A_TABLE - 4 : (\count($filled) > 1 ? 2 : (\count($filled) > 0 ? 1 : -4)));
            if ($score > $best[0]) {
                $best = [$score, (string) $title];
            }
            if (self::A_TABLE === $score) {
                break;
            }
        }

        return $best[1];
    }
}
