<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** How often each piece is printed: pieces in order, each repeated as wanted. */
final readonly class Copies
{
    /** @var list<int> up to where the copies of each piece go */
    private array $ends;

    /** @param list<int> $each copies of each piece, 0 and up */
    public function __construct(array $each)
    {
        $ends = [];
        $end = 0;
        foreach ($each as $copies) {
            $ends[] = $end += max(0, $copies);
        }
        $this->ends = $ends;
    }

    public static function once(int $pieces): self
    {
        return new self(array_fill(0, max(0, $pieces), 1));
    }

    /**
     * Reads the number of copies from cells.
     *
     * @param list<string> $cells
     *
     * @return array{self, list<int>} and which pieces have no number there that could be one; they come once
     */
    public static function by(array $cells): array
    {
        $odd = $each = [];
        foreach ($cells as $i => $cell) {
            $isOne = 1 === preg_match('/^\s*\d{1,6}\s*$/D', $cell) && (int) $cell <= SheetSettings::MOST_COPIES;
            $each[] = $isOne ? (int) $cell : 1;
            if (!$isOne) {
                $odd[] = $i;
            }
        }

        return [new self($each), $odd];
    }

    public function count(): int
    {
        return [] === $this->ends ? 0 : $this->ends[\count($this->ends) - 1];
    }

    /** The piece that a copy belongs to. */
    public function piece(int $copy): int
    {
        [$low, $high] = [0, \count($this->ends) - 1];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            $this->ends[$middle] > $copy ? $high = $middle : $low = $middle + 1;
        }

        return $low;
    }
}
