<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** One kind of cells: what fits it, how it is found in a column nobody described, and how it is sorted. */
abstract readonly class KindOfColumn
{
    /** Whether a cell that is neither empty nor surrounded by spaces is what the kind says. */
    abstract public function fits(string $cell, CellReading $reading): bool;

    /** Whether a cell speaks for the kind where nobody said what the column holds. */
    public function suggests(string $cell, CellReading $reading): bool
    {
        return $this->fits($cell, $reading);
    }

    /** The share of a column's cells that must speak for the kind; those that do not are then marked. */
    public function neededShare(): float
    {
        return 0.9;
    }

    /**
     * Whether the cells, which speak for the kind, could not as well be something else.
     *
     * @param non-empty-list<string> $cells trimmed and filled
     */
    public function sure(array $cells): bool
    {
        return true;
    }

    /** What a cell is sorted by; null where it is sorted as words. */
    public function sortValue(string $cell, CellReading $reading): int|float|null
    {
        return null;
    }

    /** Whether cells are numbers: aligned to the right, and sorted as numbers by the database. */
    public function numeric(): bool
    {
        return false;
    }

    /** Whether cells may be short dates, of which somebody has to say which way round they are. */
    public function dated(): bool
    {
        return false;
    }

    /** Whether cells may name the pictures of a frame. */
    public function namesPictures(): bool
    {
        return false;
    }

    /** Whether Proof tells of a cell that does not fit. */
    public function checked(): bool
    {
        return true;
    }

    /** How well cells of the kind name the file of their row, from 0, never, to 1. */
    public function worthAsName(): float
    {
        return 0.0;
    }
}
