<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Colours of six or three hexadecimal digits. */
final readonly class ColourColumn extends KindOfColumn
{
    private const COLOUR = '/^#?(?:[0-9a-f]{3}|[0-9a-f]{6})$/i';

    public function fits(string $cell, CellReading $reading): bool
    {
        return 1 === preg_match(self::COLOUR, $cell);
    }

    /** A single cell that looks like a colour proves little; all of them do. */
    public function neededShare(): float
    {
        return 1.0;
    }

    /** A bare 123 or "fee" is not a colour. */
    public function sure(array $cells): bool
    {
        return [] !== array_filter($cells, static fn (string $cell): bool => str_starts_with($cell, '#'));
    }
}
