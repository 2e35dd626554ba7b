<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\TextFacts;

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
    /** @var array<string, array<int, TextFacts>> by layer and row */
    private array $sizes = [];

    /** @param list<LaidOut> $sides of one piece */
    public function add(int $row, array $sides): void
    {
        $this->drawn[implode(' ', array_map(static fn (LaidOut $side): string => $side->drawing->fingerprint(), $sides))][] = $row;
        foreach ($sides as $side) {
            foreach ($side->texts() as $text) {
                if ($text->placeholder && $text->lines > 0) {
                    $this->sizes[$text->layer][$row] = $text;
                }
            }
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
        foreach ($this->sizes as $texts) {
            $usual = self::middle(array_map(static fn (TextFacts $text): float => $text->size, $texts));
            foreach (\count($texts) < self::FEW ? [] : $texts as $row => $text) {
                if ($text->size < self::SMALL * $usual) {
                    $findings[$row][] = self::small($text, $usual);
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

    private static function small(TextFacts $text, float $usual): Finding
    {
        return new Finding(
            FindingKind::Smaller,
            Severity::LookAtIt,
            $text->layer,
            $text->name,
            \sprintf('comes out at %d %% of the size it has in most pieces.', (int) round(100 * $text->size / $usual)),
            measured: $text->size,
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
