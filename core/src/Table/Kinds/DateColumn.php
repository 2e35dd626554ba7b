<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Dates as written in the language of the design. */
final readonly class DateColumn extends KindOfColumn
{
    public function fits(string $cell, CellReading $reading): bool
    {
        return null !== $reading->reader->date($cell, $reading->monthFirst);
    }

    public function sortValue(string $cell, CellReading $reading): ?int
    {
        return $reading->reader->date($cell, $reading->monthFirst)?->getTimestamp();
    }

    public function dated(): bool
    {
        return true;
    }

    public function worthAsName(): float
    {
        return 0.4;
    }
}
