<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Which rows lie on a page, in words. */
final readonly class SheetRows
{
    /** @param \Closure(int): int $number of the row of a piece */
    public function __construct(private \Closure $number)
    {
    }

    public function describe(Face $face): string
    {
        $numbers = array_values(array_unique(array_map(fn (Spot $spot): int => ($this->number)($spot->piece), $face->spots)));
        [$first, $last] = [$numbers[0] ?? 0, $numbers[\count($numbers) - 1] ?? 0];

        return match (true) {
            1 >= \count($numbers) => "row $first",
            $numbers === range($first, $last) => "rows $first to $last",
            default => "rows $first, $numbers[1]" . (\count($numbers) > 2 ? " … $last" : ''),
        };
    }
}
