<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Table;

/** One sheet of an XLSX as a stream of lines (ECMA-376, part 1, 18.3), with facts about the sheet. */
final class XlsxSheet
{
    private const ERROR = '~^#(N/A|REF!|DIV/0!|VALUE!|NAME\?|NUM!|NULL!)$~';
    private const NAMED = 8;

    public SheetFacts $seen;

    public function __construct(
        private readonly ZipXml $xml,
        private readonly XlsxBook $book,
        private readonly string $path,
        private readonly GridBuilder $grid,
    ) {
        $this->seen = new SheetFacts();
    }

    /** The number of lines the sheet states; null if it states none. */
    public function linesSaid(): ?int
    {
        foreach ($this->xml->parts($this->path) as $at) {
            if (\XMLReader::ELEMENT === $at->nodeType && 'dimension' === $at->localName) {
                return 1 === preg_match('/^[A-Z]+\d+(?::[A-Z]+(\d+))?$/', (string) $at->getAttribute('ref'), $m)
                    ? min(Table::MAX_ROWS, (int) ($m[1] ?? 1))
                    : null;
            }
            if (\XMLReader::ELEMENT === $at->nodeType && 'sheetData' === $at->localName) {
                return null;
            }
        }

        return null;
    }

    /**
     * @return \Generator<int, list<string>> cells by number of the line, from 0; empty lines are left out
     *
     * @throws UploadException
     */
    public function lines(): \Generator
    {
        $line = -1;
        $next = 0;
        $cells = [];
        foreach ($this->xml->parts($this->path) as $at) {
            $type = $at->nodeType;
            $element = \XMLReader::ELEMENT === $type || \XMLReader::END_ELEMENT === $type ? $at->localName : '';
            if ('c' === $element && \XMLReader::ELEMENT === $type) {
                $reference = $at->getAttribute('r');
                $place = null === $reference ? $next : self::place($reference);
                $next = $place + 1;
                $shown = $at->isEmptyElement ? '' : $this->cell($at, $line, $place);
                if ('' === $shown) {
                    continue;
                }
                $this->xml->found();
                if ($place >= Table::MAX_COLUMNS) {
                    throw $this->grid->tooManyColumns($line + 1, $place);
                }
                for ($i = \count($cells); $i < $place; ++$i) {
                    $cells[] = '';
                }
                $cells[$place] = $shown;
            } elseif ('row' === $element && \XMLReader::END_ELEMENT === $type) {
                if ([] !== $cells) {
                    yield $line => array_values($cells);
                }
                $cells = [];
            } elseif ('row' === $element) {
                $reference = $at->getAttribute('r');
                $line = null === $reference ? $line + 1 : max($line + 1, (int) $reference - 1);
                if (self::isTrue($at->getAttribute('hidden')) && $line < Table::MAX_ROWS * 2) {
                    $this->seen->hiddenLines[] = $line;
                }
                $next = 0;
                $cells = [];
            } elseif ('col' === $element && self::isTrue($at->getAttribute('hidden'))) {
                $this->hideColumns((int) $at->getAttribute('min') - 1, (int) $at->getAttribute('max') - 1);
            }
        }
    }

    private function hideColumns(int $from, int $to): void
    {
        for ($i = max(0, $from); $i <= min($to, Table::MAX_COLUMNS - 1); ++$i) {
            $this->seen->hiddenColumns[] = $i;
        }
    }

    /** The cell as the spreadsheet shows it; for a formula, the value saved with it. */
    private function cell(\XMLReader $at, int $line, int $place): string
    {
        [$type, $style, $depth] = [(string) $at->getAttribute('t'), (int) $at->getAttribute('s'), $at->depth];
        $value = null;
        $words = '';
        $formula = false;
        $in = '';
        while (@$at->read() && $at->depth > $depth) {
            $this->xml->step();
            if (\XMLReader::ELEMENT === $at->nodeType) {
                $in = $at->localName;
                if ('v' === $in) {
                    $value ??= '';
                }
                $formula = $formula || 'f' === $in;
            } elseif (\XMLReader::END_ELEMENT === $at->nodeType) {
                $in = '';
            } elseif ('v' === $in && $at->hasValue) {
                $this->grid->fits($value .= $at->value, $line + 1, $place);
            } elseif ('t' === $in && $at->hasValue) {
                $this->grid->fits($words .= $at->value, $line + 1, $place);
            }
        }
        $this->count($formula, $type, $value, $line, $place);
        if ('inlineStr' === $type) {
            return XlsxBook::letters($words);
        }
        if (null === $value || ('' === $value && 's' !== $type)) {
            return '';
        }
        $shown = match ($type) {
            's' => $this->book->text((int) $value),
            'str' => XlsxBook::letters($value),
            'b' => '1' === $value ? 'TRUE' : 'FALSE',
            'e', 'd' => $value,
            default => $this->book->number($value, $style),
        };
        $this->seen->errors += 'e' === $type || (str_starts_with($shown, '#') && 1 === preg_match(self::ERROR, $shown)) ? 1 : 0;

        return $shown;
    }

    private function count(bool $formula, string $type, ?string $value, int $line, int $place): void
    {
        if (!$formula) {
            return;
        }
        if (null === $value || ('' === $value && 'str' !== $type)) {
            ++$this->seen->uncalculated;
            if (\count($this->seen->uncalculatedCells) < self::NAMED) {
                $this->seen->uncalculatedCells[] = Column::letterAt($place) . ($line + 1);
            }
        } else {
            ++$this->seen->formulas;
        }
    }

    /** The column of a reference such as C7, from 0. */
    private static function place(string $reference): int
    {
        $place = 0;
        for ($i = 0; $i < 4 && isset($reference[$i]) && ctype_alpha($reference[$i]); ++$i) {
            $place = 26 * $place + (\ord($reference[$i]) & 31);
        }

        return max(0, $place - 1);
    }

    private static function isTrue(?string $value): bool
    {
        return \in_array($value, ['1', 'true'], true);
    }
}
