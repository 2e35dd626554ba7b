<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;

/** Which rows are on a page, in words. */
final readonly class SheetRows
{
    /** @param \Closure(int): int $number of the row of a piece */
    public function __construct(private \Closure $number)
    {
    }

    public function describe(Face $face): Message
    {
        $numbers = array_values(array_unique(array_map(fn (Spot $spot): int => ($this->number)($spot->piece), $face->spots)));
        [$first, $last] = [$numbers[0] ?? 0, $numbers[\count($numbers) - 1] ?? 0];

        return match (true) {
            1 >= \count($numbers) => new Message('sheets.on.row', ['first' => $first]),
            $numbers === range($first, $last) => new Message('sheets.on.range', ['first' => $first, 'last' => $last]),
            2 === \count($numbers) => new Message('sheets.on.two', ['first' => $first, 'last' => $last]),
            default => new Message('sheets.on.some', ['first' => $first, 'second' => $numbers[1], 'last' => $last]),
        };
    }

    /** The line at the foot of the sheet. */
    public function slug(Face $face, SheetPlan $plan, string $title): Message
    {
        return new Message('sheets.slug.' . (1 === $plan->faces->each() ? 'one' : ($face->isBack ? 'back' : 'front')), [
            'title' => $title,
            'sheet' => $face->sheet + 1,
            'of' => \count($plan->imposition->sheets),
            'rows' => $this->describe($face),
        ]);
    }
}
