<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

/** How hard a masked QR code would be to read: the four features of ISO/IEC 18004, 7.8.3. */
final readonly class QrPenalty
{
    /** @param non-empty-list<string> $rows of the letters 1 and 0 */
    public static function of(array $rows): int
    {
        $size = \count($rows);
        $columns = [];
        for ($x = 0; $x < $size; ++$x) {
            $columns[] = implode('', array_map(static fn (string $row): string => $row[$x], $rows));
        }
        $penalty = 0;
        foreach ([...$rows, ...$columns] as $line) {
            preg_match_all('/0{5,}|1{5,}/', $line, $runs);
            foreach ($runs[0] as $run) {
                $penalty += \strlen($run) - 2;
            }
            // Lines like those of the corner squares; beyond the edge everything is light.
            $penalty +=
                40 * (preg_match_all('/(?=10111010000)/', "{$line}0000") + preg_match_all('/(?=00001011101)/', "0000$line"));
        }
        for ($y = 0; $y < $size - 1; ++$y) {
            for ($x = 0; $x < $size - 1; ++$x) {
                $one = $rows[$y][$x];
                $penalty += $one === $rows[$y][$x + 1] && $one === $rows[$y + 1][$x] && $one === $rows[$y + 1][$x + 1] ? 3 : 0;
            }
        }
        $dark = substr_count(implode('', $rows), '1');

        return $penalty + 10 * (int) floor(abs(20 * $dark - 10 * $size * $size) / ($size * $size));
    }
}
