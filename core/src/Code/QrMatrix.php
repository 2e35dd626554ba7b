<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

use Morphea\Core\Template\Correction;

/** The square of a QR code: its fixed patterns, the way data runs through it, and the choice of mask (ISO/IEC 18004, 7.7 to 7.10). */
final class QrMatrix
{
    private const FORMAT_BITS = ['L' => 1, 'M' => 0, 'Q' => 3, 'H' => 2];

    private readonly int $size;
    /** @var array<int, array<int, int>> rows of 1 and 0 */
    private array $modules;
    /** @var array<int, array<int, bool>> places of fixed patterns */
    private array $fixed = [];

    public function __construct(private readonly int $version, private readonly Correction $correction)
    {
        $this->size = 4 * $version + 17;
        $this->modules = array_fill(0, $this->size, array_fill(0, $this->size, 0));
    }

    /**
     * @param list<int> $bytes
     *
     * @return non-empty-list<string> rows of the letters 1 and 0
     */
    public function filled(array $bytes): array
    {
        $this->patterns();
        $this->data($bytes);
        $best = null;
        $least = \PHP_INT_MAX;
        for ($mask = 0; $mask < 8; ++$mask) {
            $masked = $this->masked($mask);
            $penalty = QrPenalty::of($masked);
            if ($penalty < $least) {
                [$best, $least] = [$masked, $penalty];
            }
        }
        \assert(null !== $best);

        return $best;
    }

    private function patterns(): void
    {
        for ($i = 0; $i < $this->size; ++$i) {
            $this->fix(6, $i, 1 - ($i % 2));
            $this->fix($i, 6, 1 - ($i % 2));
        }
        foreach ([[3, 3], [$this->size - 4, 3], [3, $this->size - 4]] as [$x, $y]) {
            $this->finder($x, $y);
        }
        $places = $this->alignments();
        $last = \count($places) - 1;
        foreach ($places as $i => $x) {
            foreach ($places as $j => $y) {
                if (!((0 === $i && 0 === $j) || (0 === $i && $last === $j) || ($last === $i && 0 === $j))) {
                    $this->square($x, $y, 2, static fn (int $distance): int => 1 === $distance ? 0 : 1);
                }
            }
        }
        $this->format(0, $this->modules, true);
        $this->versionBits();
    }

    private function finder(int $x, int $y): void
    {
        $this->square($x, $y, 4, static fn (int $distance): int => 2 === $distance || 4 === $distance ? 0 : 1);
    }

    /** @param \Closure(int): int $dark by distance from the middle */
    private function square(int $x, int $y, int $reach, \Closure $dark): void
    {
        for ($dy = -$reach; $dy <= $reach; ++$dy) {
            for ($dx = -$reach; $dx <= $reach; ++$dx) {
                if (isset($this->modules[$y + $dy][$x + $dx])) {
                    $this->fix($x + $dx, $y + $dy, $dark(max(abs($dx), abs($dy))));
                }
            }
        }
    }

    /** @return list<int> middles of the small squares, along each edge */
    private function alignments(): array
    {
        if (1 === $this->version) {
            return [];
        }
        $count = intdiv($this->version, 7) + 2;
        $step = intdiv($this->version * 8 + $count * 3 + 5, $count * 4 - 4) * 2;
        $places = [6];
        for ($i = $count - 2; $i >= 0; --$i) {
            $places[] = $this->size - 7 - $i * $step;
        }

        return $places;
    }

    private function versionBits(): void
    {
        if ($this->version < 7) {
            return;
        }
        $rest = $this->version;
        for ($i = 0; $i < 12; ++$i) {
            $rest = ($rest << 1) ^ (($rest >> 11) * 0x1f25);
        }
        $bits = ($this->version << 12) | $rest;
        for ($i = 0; $i < 18; ++$i) {
            $bit = ($bits >> $i) & 1;
            [$a, $b] = [$this->size - 11 + ($i % 3), intdiv($i, 3)];
            $this->fix($a, $b, $bit);
            $this->fix($b, $a, $bit);
        }
    }

    /** @param array<int, array<int, int>> $modules */
    private function format(int $mask, array &$modules, bool $fix = false): void
    {
        $data = (self::FORMAT_BITS[$this->correction->value] << 3) | $mask;
        $rest = $data;
        for ($i = 0; $i < 10; ++$i) {
            $rest = ($rest << 1) ^ (($rest >> 9) * 0x537);
        }
        $bits = (($data << 10) | $rest) ^ 0x5412;
        $places = [];
        for ($i = 0; $i < 15; ++$i) {
            $places[] = [
                $i,
                8,
                match (true) {
                    $i < 6 => $i,
                    $i < 8 => $i + 1,
                    default => -1,
                },
            ];
            $places[] = $i < 8 ? [$i, $this->size - 1 - $i, 8] : [$i, 8, $this->size - 15 + $i];
        }
        foreach ([[8, 7, 8], ...array_map(static fn (int $i): array => [$i, 14 - $i, 8], range(9, 14))] as $place) {
            $places[] = $place;
        }
        foreach ($places as [$i, $x, $y]) {
            if ($y >= 0) {
                $modules[$y][$x] = ($bits >> $i) & 1;
                $this->fixed[$y][$x] = $fix || $this->fixed[$y][$x];
            }
        }
        $modules[$this->size - 8][8] = 1;
        $this->fixed[$this->size - 8][8] = true;
    }

    /** @param list<int> $bytes */
    private function data(array $bytes): void
    {
        $bit = 0;
        $total = 8 * \count($bytes);
        for ($right = $this->size - 1; $right >= 1; $right -= 2) {
            $right -= 6 === $right ? 1 : 0;
            $up = 0 === (($right + 1) & 2);
            for ($step = 0; $step < $this->size; ++$step) {
                $y = $up ? $this->size - 1 - $step : $step;
                foreach ([$right, $right - 1] as $x) {
                    if (!isset($this->fixed[$y][$x]) && $bit < $total) {
                        $this->modules[$y][$x] = ($bytes[$bit >> 3] >> (7 - ($bit & 7))) & 1;
                        ++$bit;
                    }
                }
            }
        }
    }

    /** @return non-empty-list<string> */
    private function masked(int $mask): array
    {
        $modules = $this->modules;
        foreach ($modules as $y => $row) {
            foreach ($row as $x => $dark) {
                if (!isset($this->fixed[$y][$x])) {
                    $modules[$y][$x] = $dark ^ (self::turns($mask, $x, $y) ? 1 : 0);
                }
            }
        }
        $this->format($mask, $modules);
        $rows = array_values(array_map(static fn (array $row): string => implode('', $row), $modules));
        \assert([] !== $rows);

        return $rows;
    }

    private static function turns(int $mask, int $x, int $y): bool
    {
        return 0 ===
            match ($mask) {
                0 => ($x + $y) % 2,
                1 => $y % 2,
                2 => $x % 3,
                3 => ($x + $y) % 3,
                4 => (intdiv($x, 3) + intdiv($y, 2)) % 2,
                5 => (($x * $y) % 2) + (($x * $y) % 3),
                6 => ((($x * $y) % 2) + (($x * $y) % 3)) % 2,
                default => ((($x + $y) % 2) + (($x * $y) % 3)) % 2,
            };
    }

    private function fix(int $x, int $y, int $dark): void
    {
        $this->modules[$y][$x] = $dark;
        $this->fixed[$y][$x] = true;
    }
}
