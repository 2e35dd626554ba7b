<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/**
 * How one placeholder comes out over all rows: histograms of sizes, lines, lengths and contrasts, the one size all rows
 * could share and the row that limits it, and the widest row. Lengths are in dots.
 *
 * @phpstan-import-type Facts from WholeSet
 * @phpstan-import-type Text from WholeSet
 */
final class SetFacts
{
    private const BARS = 12;
    /** Rows that are told by number. */
    private const TOLD = 3;
    /** So near to the smallest size, a row holds the others down. */
    private const NEAR = 1.01;

    /** @var array<int, Text> by row */
    private array $texts = [];

    private function __construct(public readonly string $layer, public readonly string $name)
    {
    }

    /**
     * @param iterable<int, Facts> $rows by number
     *
     * @return array<string, self> by layer
     */
    public static function of(iterable $rows): array
    {
        $all = [];
        foreach ($rows as $number => $facts) {
            foreach ($facts['texts'] as $layer => $text) {
                $all[$layer] ??= new self((string) $layer, $text['name']);
                $all[$layer]->texts[$number] = $text;
            }
        }

        return $all;
    }

    public function count(): int
    {
        return \count($this->texts);
    }

    /**
     * @param 'size'|'lines'|'letters'|'contrast' $measure
     *
     * @return list<Bar> evenly wide, from the least to the most; none where nothing was measured
     */
    public function bars(string $measure): array
    {
        $values = array_values(array_filter(array_column($this->texts, $measure), static fn (mixed $one): bool => null !== $one));
        if ([] === $values) {
            return [];
        }
        [$least, $most] = [(float) min($values), (float) max($values)];
        // Whole things are counted one by one where there are few of them.
        $whole = \in_array($measure, ['lines', 'letters'], true);
        $step = $whole ? max(1.0, ceil(($most - $least + 1) / self::BARS)) : max(1e-3, ($most - $least) / self::BARS);
        $bars = $most - $least < 1e-3 ? 1 : (int) min(self::BARS, $whole ? ceil(($most - $least + 1) / $step) : self::BARS);
        $counts = array_fill(0, $bars, 0);
        foreach ($values as $value) {
            ++$counts[min($bars - 1, (int) floor(($value - $least) / $step))];
        }

        return array_map(static fn (int $count, int $i): Bar => new Bar(
            $least + $i * $step,
            // The last holds the most itself.
            $i === $bars - 1 ? $most + 1e-3 : $least + ($i + 1) * $step,
            $count,
        ), $counts, array_keys($counts));
    }

    /** The size at which every row fits. */
    public function oneSize(): float
    {
        return array_reduce($this->texts, static fn (float $least, array $text): float => min($least, $text['size']), \INF);
    }

    /** The most common size. */
    public function usual(): float
    {
        $sizes = array_column($this->texts, 'size');
        sort($sizes);

        return (float) $sizes[intdiv(\count($sizes), 2)];
    }

    /** @return list<int> the first rows that need it as small as that */
    public function heldDownBy(): array
    {
        $most = self::NEAR * $this->oneSize();

        $small = array_filter($this->texts, static fn (array $text): bool => $text['size'] <= $most);

        return \array_slice(array_keys($small), 0, self::TOLD);
    }

    /** @return array{row: int, width: float, room: float} the row whose words take up most of their frame, at the least size */
    public function widest(): array
    {
        $texts = $this->texts;
        uasort($texts, static fn (array $one, array $other): int => [
            $one['size'], -$one['width'],
        ] <=> [$other['size'], -$other['width']]);
        $row = (int) array_key_first($texts);

        return ['row' => $row, 'width' => $texts[$row]['width'], 'room' => $texts[$row]['room']];
    }
}
