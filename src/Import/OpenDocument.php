<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Data\Table;

/**
 * The first sheet of an ODS file that holds anything, each cell by the text it shows (text:p), which the file keeps beside the value.
 * PhpSpreadsheet reads the value and dresses it anew, so that dates come out as nobody wrote them; hence this small reader.
 * Format: OpenDocument 1.2, part 1, chapter 9.
 */
final readonly class OpenDocument
{
    private const TABLE = 'urn:oasis:names:tc:opendocument:xmlns:table:1.0';
    private const TEXT = 'urn:oasis:names:tc:opendocument:xmlns:text:1.0';

    /**
     * @return list<string> names of the sheets
     *
     * @throws UploadError
     */
    public function sheets(string $path, string $name): array
    {
        $reader = $this->open($path, $name);
        $names = [];
        while (@$reader->read()) {
            if (\XMLReader::ELEMENT === $reader->nodeType && self::TABLE === $reader->namespaceURI && 'table' === $reader->localName) {
                $names[] = (string) $reader->getAttributeNs('name', self::TABLE);
            }
        }
        $reader->close();

        return $names;
    }

    private function open(string $path, string $name): \XMLReader
    {
        $reader = new \XMLReader();

        return @$reader->open("zip://$path#content.xml", null, \LIBXML_NONET | \LIBXML_COMPACT) ? $reader : throw $this->damaged($name);
    }

    /**
     * @param string|null $sheet its name; else the first that holds anything
     *
     * @return \Generator<int, list<string>>
     *
     * @throws UploadError
     */
    public function lines(string $path, string $name, ?string $sheet = null): \Generator
    {
        $reader = $this->open($path, $name);
        $before = libxml_use_internal_errors(true);
        try {
            $found = false;
            $wanted = null === $sheet;
            while ($reader->read()) {
                if (null !== $sheet && \XMLReader::ELEMENT === $reader->nodeType && self::TABLE === $reader->namespaceURI && 'table' === $reader->localName) {
                    $wanted = $sheet === $reader->getAttributeNs('name', self::TABLE);
                }
                if ($wanted && \XMLReader::ELEMENT === $reader->nodeType && self::TABLE === $reader->namespaceURI && 'table-row' === $reader->localName) {
                    foreach ($this->rows($reader) as $cells) {
                        $found = $found || '' !== trim(implode('', $cells));
                        yield $cells;
                    }
                }
                if (\XMLReader::END_ELEMENT === $reader->nodeType && self::TABLE === $reader->namespaceURI && 'table' === $reader->localName && $found) {
                    return;
                }
            }
            if ([] !== libxml_get_errors()) {
                throw $this->damaged($name);
            }
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
            $reader->close();
        }
    }

    /** @return \Generator<int, list<string>> the row as often as it says it repeats; an empty one once */
    private function rows(\XMLReader $reader): \Generator
    {
        $times = $this->repeats($reader, 'number-rows-repeated');
        $cells = [];
        $pending = 0;
        if (!$reader->isEmptyElement) {
            $depth = $reader->depth;
            while ($reader->read() && $reader->depth > $depth) {
                if (\XMLReader::ELEMENT !== $reader->nodeType || self::TABLE !== $reader->namespaceURI || !\in_array($reader->localName, ['table-cell', 'covered-table-cell'], true)) {
                    continue;
                }
                $repeats = $this->repeats($reader, 'number-columns-repeated');
                $text = $this->text($reader);
                if ('' === $text) {
                    $pending += $repeats;
                    continue;
                }
                // Empty cells count only when something stands behind them: files pad rows to the edge of the sheet.
                array_push($cells, ...array_fill(0, min($pending, Table::MAX_COLUMNS + 1), ''), ...array_fill(0, min($repeats, Table::MAX_COLUMNS + 1), $text));
                $pending = 0;
            }
        }
        for ($i = 0, $n = [] === $cells ? 1 : min($times, Table::MAX_ROWS + 2); $i < $n; ++$i) {
            yield $cells;
        }
    }

    private function text(\XMLReader $reader): string
    {
        if ($reader->isEmptyElement) {
            return '';
        }
        $lines = [];
        $depth = $reader->depth;
        $inside = false;
        while ($reader->read() && $reader->depth > $depth) {
            $isText = self::TEXT === $reader->namespaceURI;
            if (\XMLReader::ELEMENT === $reader->nodeType && $isText && 'p' === $reader->localName && $reader->depth === $depth + 1) {
                $lines[] = '';
                $inside = !$reader->isEmptyElement;
            } elseif (\XMLReader::END_ELEMENT === $reader->nodeType && $isText && 'p' === $reader->localName && $reader->depth === $depth + 1) {
                $inside = false;
            } elseif ($inside) {
                $lines[\count($lines) - 1] .= match (true) {
                    \in_array($reader->nodeType, [\XMLReader::TEXT, \XMLReader::SIGNIFICANT_WHITESPACE, \XMLReader::WHITESPACE, \XMLReader::CDATA], true) => $reader->value,
                    \XMLReader::ELEMENT !== $reader->nodeType || !$isText => '',
                    's' === $reader->localName => str_repeat(' ', max(1, min(1000, (int) $reader->getAttributeNs('c', self::TEXT)))),
                    'tab' === $reader->localName => "\t",
                    'line-break' === $reader->localName => "\n",
                    default => '',
                };
            }
        }

        return implode("\n", $lines);
    }

    private function repeats(\XMLReader $reader, string $attribute): int
    {
        return max(1, (int) $reader->getAttributeNs($attribute, self::TABLE));
    }

    private function damaged(string $name): UploadError
    {
        return new UploadError("“{$name}” cannot be read as a workbook. Open it in a spreadsheet program, save it again as ODS or CSV, and bring that in.");
    }
}
