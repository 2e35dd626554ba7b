<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Table;

/**
 * Collects the lines of a table file of any type, and stops as soon as they exceed what a table may have, so that what a
 * few bytes unpack to is never held in memory. Empty lines at the end and empty cells at the right do not count.
 */
final class GridBuilder
{
    /** Lines that may stand over and under the rows. */
    private const BESIDES = 500;
    private const MOST_FILLED = 2_000_000;
    private const MOST_BYTES = 100_000_000;
    /** UTF-8 has up to so many bytes a letter. */
    private const BYTES_A_LETTER = 4;

    /** @var list<list<string>> */
    private array $lines = [];
    /** Empty lines that count only if something stands below them. */
    private int $empty = 0;
    private int $rows = 0;
    private int $filled = 0;
    private int $bytes = 0;

    public function __construct(private readonly string $name)
    {
    }

    /**
     * @param list<string> $cells
     *
     * @throws UploadException
     */
    public function add(array $cells): void
    {
        $used = \count($cells);
        while ($used > 0 && '' === $cells[$used - 1]) {
            --$used;
        }
        if (0 === $used || '' === trim(implode('', $cells))) {
            ++$this->empty;

            return;
        }
        $line = \count($this->lines) + $this->empty + 1;
        if (++$this->rows > Table::MAX_ROWS + self::BESIDES || $line > Table::MAX_ROWS + self::BESIDES) {
            throw $this->tooManyRows($line);
        }
        if ($used > Table::MAX_COLUMNS) {
            throw $this->tooManyColumns($line, $used - 1);
        }
        for (; $this->empty > 0; --$this->empty) {
            $this->lines[] = [];
        }
        $cells = $used === \count($cells) ? $cells : \array_slice($cells, 0, $used);
        foreach ($cells as $i => $cell) {
            if ('' !== $cell) {
                ++$this->filled;
                $this->bytes += \strlen($cell);
                $this->fits($cell, $line, $i);
            }
        }
        if ($this->filled > self::MOST_FILLED || $this->bytes > self::MOST_BYTES) {
            throw new UploadException(new Message('import.table.too_much', [
                'name' => $this->name,
                'line' => $line,
                'cells' => $this->filled,
                'size' => round($this->bytes / 1e6),
            ]));
        }
        $this->lines[] = $cells;
    }

    /** @return list<list<string>> */
    public function lines(): array
    {
        return $this->lines;
    }

    public function tooManyRows(int $line): UploadException
    {
        return new UploadException(new Message('import.table.too_many_rows', [
            'name' => $this->name,
            'most' => Table::MAX_ROWS,
            'line' => $line,
        ]));
    }

    /** @param int $column from 0 */
    public function tooManyColumns(int $line, int $column): UploadException
    {
        return new UploadException(new Message('import.table.too_many_columns', [
            'name' => $this->name,
            'most' => Table::MAX_COLUMNS,
            'line' => $line,
            'column' => Column::letterAt($column),
        ]));
    }

    /**
     * Whether a cell, or the beginning of one, may be this long.
     *
     * @param int $line   from 1
     * @param int $column from 0
     *
     * @throws UploadException
     */
    public function fits(string $cell, int $line, int $column): void
    {
        if (\strlen($cell) <= SetCells::MOST_LETTERS) {
            return;
        }
        $letters = \strlen($cell) > self::BYTES_A_LETTER * SetCells::MOST_LETTERS ? \strlen($cell) : mb_strlen($cell, 'UTF-8');
        if ($letters > SetCells::MOST_LETTERS) {
            throw new UploadException(new Message('import.table.long_cell', [
                'name' => $this->name,
                'line' => $line,
                'column' => Column::letterAt($column),
                'count' => $letters,
                'most' => SetCells::MOST_LETTERS,
            ]));
        }
    }
}
