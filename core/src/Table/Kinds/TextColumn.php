<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Text of any sort, which every cell is at least. */
final readonly class TextColumn extends KindOfColumn
{
    public function fits(string $cell, CellReading $reading): bool
    {
        return true;
    }

    public function namesPictures(): bool
    {
        return true;
    }

    public function checked(): bool
    {
        return false;
    }

    public function worthAsName(): float
    {
        return 1.0;
    }
}
