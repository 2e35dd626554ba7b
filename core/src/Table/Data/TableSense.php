<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/**
 * Finds the table in a raw grid: the header row, and the lines above, in between and below that are not part of it.
 * Lines are counted from 0.
 */
final readonly class TableSense
{
    private const LOOKED_AT = 40;
    private const TOTALS = '/^\s*(grand\s+)?(total|totals|sum|subtotal|average|summe|gesamt|totaal|somme|итого|suma)\b/iu';

    /** @param list<int> $totals lines under the rows that add them up */
    private function __construct(public int $headings, public int $first, public int $last, public array $totals)
    {
    }

    /** @param list<list<string>> $lines */
    public static function of(array $lines): self
    {
        $filled = array_map(
            static fn (array $cells): int => \count(array_filter($cells, static fn (string $cell): bool => '' !== trim($cell))),
            $lines,
        );
        $headings = self::headings($lines, $filled);
        $last = \count($lines) - 1;
        while ($last > $headings && 0 === ($filled[$last] ?? 0)) {
            --$last;
        }
        $totals = [];
        while ($last > $headings + 1 && self::adds($lines[$last], $filled[$last], $filled[$headings])) {
            array_unshift($totals, $last);
            --$last;
            while ($last > $headings && 0 === $filled[$last]) {
                --$last;
            }
        }

        return new self($headings, $headings + 1, max($headings, $last), $totals);
    }

    /**
     * The first line about as wide as those below it; titles and notes above a table fill only one or two cells.
     *
     * @param list<list<string>> $lines
     * @param list<int>          $filled
     */
    private static function headings(array $lines, array $filled): int
    {
        $widths = array_values(array_filter(\array_slice($filled, 0, self::LOOKED_AT)));
        if ([] === $widths) {
            return 0;
        }
        sort($widths);
        $usual = $widths[intdiv(\count($widths), 2)];
        foreach (\array_slice($filled, 0, self::LOOKED_AT, true) as $i => $count) {
            if ($count > 0 && $count >= max(1, (int) ceil($usual * 0.6)) && (1 === $usual || $count > 1)) {
                return $i;
            }
        }

        return (int) array_key_first(array_filter($filled));
    }

    /** @param list<string> $cells */
    private static function adds(array $cells, int $filled, int $width): bool
    {
        foreach ($cells as $cell) {
            if (1 === preg_match(self::TOTALS, $cell)) {
                return true;
            }
        }

        // A last line with a single cell under a table of several is a note.
        return 1 === $filled && $width > 2;
    }
}
