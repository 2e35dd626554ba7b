<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/**
 * What only shows when all pieces are looked at together: rows that make the same piece, and words much smaller than in
 * the others. Of each piece little is kept, so that there can be many.
 */
final class WholeSet
{
    /** So many times the usual size of the set, words stand out as small. */
    private const SMALL = 0.6;
    /** Fewer pieces have nothing that is usual. */
    private const FEW = 5;

    /** @var array<string, list<int>> rows by the name of all that is drawn */
    private array $drawn = [];
    /** @var array<string, array<int, float>> sizes by layer and row */
    private array $sizes = [];
    /** @var array<string, string> of layers */
    private array $names = [];

    /**
     * What there is to know of one piece for this, so that it can be kept: a name for all that is drawn, and the size of
     * each placeholder in dots.
     *
     * @param list<LaidOut> $sides
     *
     * @return array{drawn: string, sizes: array<string, array{string, float}>} name and size by layer
     */
    public static function facts(array $sides): array
    {
        $sizes = [];
        foreach ($sides as $side) {
            foreach ($side->texts() as $text) {
                if ($text->placeholder && $text->lines > 0) {
                    $sizes[$text->layer] = [$text->name, round($text->size, 3)];
                }
            }
        }
        // What all rows have alike tells none from another.
        $drawn = array_map(static fn (LaidOut $side): string => serialize($side->drawing->varying()), $sides);

        return ['drawn' => hash('xxh128', implode(' ', $drawn)), 'sizes' => $sizes];
    }

    /** @param array{drawn: string, sizes: array<string, array{string, float}>} $facts of one piece */
    public function add(int $row, array $facts): void
    {
        $this->drawn[$facts['drawn']][] = $row;
        foreach ($facts['sizes'] as $layer => [$name, $size]) {
            $this->sizes[$layer][$row] = $size;
            $this->names[$layer] = $name;
        }
    }

    /** @return array<int, list<Finding>> by row */
    public function findings(): array
    {
        $findings = [];
        foreach ($this->drawn as $rows) {
            foreach (\count($rows) > 1 ? $rows : [] as $row) {
                $findings[$row][] = self::same($row, $rows);
            }
        }
        foreach ($this->sizes as $layer => $sizes) {
            $usual = self::middle($sizes);
            foreach (\count($sizes) < self::FEW ? [] : $sizes as $row => $size) {
                if ($size < self::SMALL * $usual) {
                    $findings[$row][] = $this->small($layer, $size, $usual);
                }
            }
        }
        ksort($findings);

        return $findings;
    }

    /** @param list<int> $rows */
    private static function same(int $row, array $rows): Finding
    {
        $others = array_values(array_diff($rows, [$row]));
        $told = implode(', ', \array_slice($others, 0, 3)) . (\count($others) > 3 ? ' and ' . (\count($others) - 3) . ' more' : '');

        return new Finding(
            FindingKind::Same,
            Severity::LookAtIt,
            '',
            'The piece',
            \sprintf('is the same as that of row %s.', $told),
            measured: \count($rows),
            limit: 1,
            remedies: [Remedy::ChangeCell],
        );
    }

    private function small(string $layer, float $size, float $usual): Finding
    {
        return new Finding(
            FindingKind::Smaller,
            Severity::LookAtIt,
            $layer,
            $this->names[$layer],
            \sprintf('comes out at %d %% of the size it has in most pieces.', (int) round(100 * $size / $usual)),
            measured: $size,
            limit: self::SMALL * $usual,
            remedies: [Remedy::FewerLetters, Remedy::LargerFrame, Remedy::OtherRule],
        );
    }

    /** @param array<int, float> $values */
    private static function middle(array $values): float
    {
        sort($values);

        return $values[intdiv(\count($values), 2)] ?? 0.0;
    }
}
