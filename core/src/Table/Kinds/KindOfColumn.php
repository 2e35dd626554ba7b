<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** One kind of column: which cells match, how it is detected, and how it is sorted. */
abstract readonly class KindOfColumn
{
    /** Whether a cell, neither empty nor surrounded by spaces, matches the kind. */
    abstract public function fits(string $cell, CellReading $reading): bool;

    /** Whether a cell suggests the kind for a column whose kind nobody chose. */
    public function suggests(string $cell, CellReading $reading): bool
    {
        return $this->fits($cell, $reading);
    }

    /** The share of cells that must suggest the kind; the others are then marked. */
    public function neededShare(): float
    {
        return 0.9;
    }

    /**
     * Whether the cells that suggest the kind could not be of another kind just as well.
     *
     * @param non-empty-list<string> $cells trimmed and filled
     */
    public function sure(array $cells): bool
    {
        return true;
    }

    /** The value a cell is sorted by; null if it is sorted as text. */
    public function sortValue(string $cell, CellReading $reading): int|float|null
    {
        return null;
    }

    /** Whether cells are numbers: aligned right, and sorted as numbers by the database. */
    public function numeric(): bool
    {
        return false;
    }

    /** Whether cells may be short dates, whose order of day and month may be ambiguous. */
    public function dated(): bool
    {
        return false;
    }

    /** Whether cells may name the pictures of a frame. */
    public function namesPictures(): bool
    {
        return false;
    }

    /** Whether Proof warns about cells that do not match. */
    public function checked(): bool
    {
        return true;
    }

    /** How suitable cells of the kind are for naming files, from 0 (never) to 1. */
    public function worthAsName(): float
    {
        return 0.0;
    }
}
