<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Numbers as written in the language of the design. */
final readonly class NumberColumn extends KindOfColumn
{
    public function fits(string $cell, CellReading $reading): bool
    {
        return null !== $reading->reader->number($cell);
    }

    /** Leading zeros mark register or tag numbers, which nobody adds up. */
    public function sure(array $cells): bool
    {
        return [] === array_filter($cells, static fn (string $cell): bool => 1 === preg_match('/^0\d/', $cell));
    }

    public function sortValue(string $cell, CellReading $reading): int|float|null
    {
        return $reading->reader->number($cell);
    }

    public function numeric(): bool
    {
        return true;
    }

    public function worthAsName(): float
    {
        return 0.5;
    }
}
