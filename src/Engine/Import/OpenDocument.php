<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Table;

/**
 * One sheet of an ODS file as a stream of lines, each cell as the text it shows (text:p), which the file stores next to
 * the value, with facts about the sheet. Format: OpenDocument 1.2, part 1, chapter 9.
 */
final class OpenDocument
{
    private const CONTENT = 'content.xml';
    private const TABLE = 'urn:oasis:names:tc:opendocument:xmlns:table:1.0';
    private const TEXT = 'urn:oasis:names:tc:opendocument:xmlns:text:1.0';
    private const OFFICE = 'urn:oasis:names:tc:opendocument:xmlns:office:1.0';
    private const ERROR = '~^(#(N/A|REF!|DIV/0!|VALUE!|NAME\?|NUM!|NULL!)|Err:\d+)$~';
    private const NAMED = 8;
    private const MOST_REPEATS = 10_000_000;

    public SheetFacts $seen;

    public function __construct(
        private readonly ZipXml $xml,
        private readonly string $sheet,
        private readonly GridBuilder $grid,
    ) {
        $this->seen = new SheetFacts();
    }

    /**
     * @return array<string, array{hidden: bool}> sheets by name, in their order
     *
     * @throws UploadException
     */
    public static function sheets(ZipXml $xml): array
    {
        $sheets = [];
        foreach ($xml->parts(self::CONTENT) as $at) {
            if (self::is($at, 'table')) {
                $sheets[(string) $at->getAttributeNs('name', self::TABLE)] = ['hidden' => false];
                $xml->skip();
            }
        }

        return $sheets;
    }

    /**
     * @return \Generator<int, list<string>> cells by number of the line, from 0; empty lines are left out
     *
     * @throws UploadException
     */
    public function lines(): \Generator
    {
        $inside = false;
        $line = $column = 0;
        foreach ($this->xml->parts(self::CONTENT) as $at) {
            if (self::is($at, 'table')) {
                $inside = $this->sheet === $at->getAttributeNs('name', self::TABLE);
                if (!$inside) {
                    $this->xml->skip();
                }
            } elseif (
                $inside &&
                \XMLReader::END_ELEMENT === $at->nodeType &&
                self::TABLE === $at->namespaceURI &&
                'table' === $at->localName
            ) {
                return;
            } elseif ($inside && self::is($at, 'table-column')) {
                $repeats = $this->repeats($at, 'number-columns-repeated');
                for ($i = $column; self::isHidden($at) && $i < min($column + $repeats, Table::MAX_COLUMNS); ++$i) {
                    $this->seen->hiddenColumns[] = $i;
                }
                $column += $repeats;
            } elseif ($inside && self::is($at, 'table-row')) {
                $times = $this->repeats($at, 'number-rows-repeated');
                for ($i = $line; self::isHidden($at) && $i < min($line + $times, Table::MAX_ROWS * 2); ++$i) {
                    $this->seen->hiddenLines[] = $i;
                }
                $cells = $this->cells($at, $line);
                for ($i = 0; [] !== $cells && $i < $times; ++$i) {
                    yield $line + $i => $cells;
                }
                $line += $times;
            }
        }
    }

    /** @return list<string> without empty ones at the end: files pad rows to the edge of the sheet */
    private function cells(\XMLReader $at, int $line): array
    {
        $cells = [];
        $pending = 0;
        if ($at->isEmptyElement) {
            return [];
        }
        $depth = $at->depth;
        while (@$at->read() && $at->depth > $depth) {
            $this->xml->step();
            if (
                \XMLReader::ELEMENT !== $at->nodeType ||
                self::TABLE !== $at->namespaceURI ||
                !\in_array($at->localName, ['table-cell', 'covered-table-cell'], true)
            ) {
                continue;
            }
            $repeats = $this->repeats($at, 'number-columns-repeated');
            $formula = null !== $at->getAttributeNs('formula', self::TABLE);
            $calculated = null !== $at->getAttributeNs('value-type', self::OFFICE);
            $text = $this->text($at, $line, \count($cells) + $pending);
            $this->count($formula, $calculated, $text, $line, \count($cells) + $pending);
            if ('' === $text) {
                $pending += $repeats;
                continue;
            }
            $this->xml->found();
            if (\count($cells) + $pending + $repeats > Table::MAX_COLUMNS) {
                throw $this->grid->tooManyColumns($line + 1, \count($cells) + $pending + $repeats - 1);
            }
            array_push($cells, ...array_fill(0, $pending, ''), ...array_fill(0, $repeats, $text));
            $pending = 0;
        }

        return $cells;
    }

    private function count(bool $formula, bool $calculated, string $text, int $line, int $place): void
    {
        $this->seen->errors += 1 === preg_match(self::ERROR, $text) ? 1 : 0;
        if ($formula && !$calculated && '' === $text) {
            ++$this->seen->uncalculated;
            if (\count($this->seen->uncalculatedCells) < self::NAMED) {
                $this->seen->uncalculatedCells[] = Column::letterAt($place) . ($line + 1);
            }
        } elseif ($formula) {
            ++$this->seen->formulas;
        }
    }

    private function text(\XMLReader $at, int $line, int $place): string
    {
        if ($at->isEmptyElement) {
            return '';
        }
        $lines = [];
        $depth = $at->depth;
        $inside = false;
        while (@$at->read() && $at->depth > $depth) {
            $this->xml->step();
            $isText = self::TEXT === $at->namespaceURI;
            if (\XMLReader::ELEMENT === $at->nodeType && $isText && 'p' === $at->localName && $at->depth === $depth + 1) {
                $lines[] = '';
                $inside = !$at->isEmptyElement;
            } elseif (
                \XMLReader::END_ELEMENT === $at->nodeType &&
                $isText &&
                'p' === $at->localName &&
                $at->depth === $depth + 1
            ) {
                $inside = false;
            } elseif ($inside) {
                $lines[\count($lines) - 1] .= match (true) {
                    \in_array(
                        $at->nodeType,
                        [\XMLReader::TEXT, \XMLReader::SIGNIFICANT_WHITESPACE, \XMLReader::WHITESPACE, \XMLReader::CDATA],
                        true,
                    )
                        => $at->value,
                    \XMLReader::ELEMENT !== $at->nodeType || !$isText => '',
                    's' === $at->localName => str_repeat(' ', max(1, min(1000, (int) $at->getAttributeNs('c', self::TEXT)))),
                    'tab' === $at->localName => "\t",
                    'line-break' === $at->localName => "\n",
                    default => '',
                };
                $this->grid->fits($lines[\count($lines) - 1], $line + 1, $place);
            }
        }

        return implode("\n", $lines);
    }

    private function repeats(\XMLReader $at, string $attribute): int
    {
        return max(1, min(self::MOST_REPEATS, (int) $at->getAttributeNs($attribute, self::TABLE)));
    }

    private static function isHidden(\XMLReader $at): bool
    {
        return \in_array($at->getAttributeNs('visibility', self::TABLE), ['collapse', 'filter'], true);
    }

    private static function is(\XMLReader $at, string $element): bool
    {
        return \XMLReader::ELEMENT === $at->nodeType && self::TABLE === $at->namespaceURI && $element === $at->localName;
    }
}
