<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Kinds\CellReading;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Naming\PictureNames;

/** Detects the kind of a column and the cells that do not match it. Nothing is ever changed. */
final readonly class ColumnKinds
{
    private const SHORT_DATE = '~^(\d{1,2})([-/.])\s?(\d{1,2})\2\s?(\d{4}|(?<!-)\d\d)$~';
    /** Rows that are looked at to tell a column's kind. */
    private const SAMPLE = 500;

    public function __construct(private CellReader $reader, private PictureNames $pictures)
    {
    }

    /**
     * The kind of most cells in a column; the first that matches is used. The original heading, with its markers, may
     * help.
     *
     * @param iterable<string> $cells
     */
    public function infer(iterable $cells, string $heading = ''): ColumnKind
    {
        $cells = [...$cells];
        $marked = str_starts_with(trim($heading), '@');
        $filled = array_values(array_filter(array_map(trim(...), $cells), static fn (string $cell): bool => '' !== $cell));
        if ([] === $filled) {
            return $marked ? ColumnKind::Picture : ColumnKind::Text;
        }
        $reading = new CellReading($this->reader, $this->pictures);
        foreach (ColumnKind::cases() as $kind) {
            $rules = $kind->rules();
            if (ColumnKind::Text === $kind || !$rules->sure($filled)) {
                continue;
            }
            $suggesting = array_filter($filled, static fn (string $cell): bool => $rules->suggests($cell, $reading));
            if (\count($suggesting) / \count($filled) >= $rules->neededShare()) {
                return $kind;
            }
        }

        // Some programs want an @ before the heading of pictures, others before every heading; words with spaces
        // between are no file's name.
        return $marked && [] === array_filter($filled, static fn (string $cell): bool => 1 === preg_match('/\s/u', $cell))
            ? ColumnKind::Picture
            : ColumnKind::Text;
    }

    /** The kind of a column: the one somebody chose, or else the one detected from its first cells. */
    public function ofColumn(Table $table, Column $column): ColumnKind
    {
        return $column->kind ??
            $this->infer(
                array_map(
                    static fn (Row $row): string => $row->cells[$column->index],
                    \array_slice($table->rows, 0, self::SAMPLE),
                ),
                $column->heading,
            );
    }

    /** Whether a cell matches its column's kind; an empty cell always does. */
    public function fits(ColumnKind $kind, string $cell, ?bool $monthFirst = null): bool
    {
        $cell = trim($cell);

        return '' === $cell || $kind->rules()->fits($cell, new CellReading($this->reader, $this->pictures, $monthFirst));
    }

    /**
     * The first date of a column that can be read in two ways, such as 03/04/2026, if nothing in the column settles it.
     *
     * @param iterable<string> $cells
     */
    public function ambiguous(iterable $cells): ?string
    {
        $found = null;
        foreach ($cells as $cell) {
            if (1 === preg_match(self::SHORT_DATE, trim($cell), $m)) {
                if ((int) $m[1] > 12 || (int) $m[3] > 12) {
                    return null;
                }
                $found ??= (int) $m[1] !== (int) $m[3] ? trim($cell) : null;
            }
        }

        return $found;
    }

    /**
     * The order of day and month in a column, if a day above 12 settles it; otherwise null.
     *
     * @param iterable<string> $cells
     */
    public function monthFirst(iterable $cells): ?bool
    {
        foreach ($cells as $cell) {
            if (1 === preg_match(self::SHORT_DATE, trim($cell), $m) && (int) $m[1] > 12 !== (int) $m[3] > 12) {
                return (int) $m[3] > 12;
            }
        }

        return null;
    }
}
