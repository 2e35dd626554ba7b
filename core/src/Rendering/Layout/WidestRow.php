<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Table\Data\Record;

/** The row in which a text comes out smallest, as measured, and how many rows do not fit at all. Size in dots. */
final readonly class WidestRow
{
    private function __construct(
        public ?int $row,
        public float $size,
        public int $lines,
        public bool $overset,
        public int $notFitting,
    ) {
    }

    /** @param iterable<Record> $rows */
    public static function of(TextLayer $layer, iterable $rows, TextLayouter $layouter, string $locale): self
    {
        $worst = null;
        $number = null;
        $notFitting = 0;
        foreach ($rows as $row) {
            $facts = $layouter->measure($layer, $row, $locale);
            if (0 === $facts->lines) {
                continue;
            }
            $notFitting += $facts->overset ? 1 : 0;
            if (
                null === $worst ||
                [!$facts->overset, $facts->size, -$facts->lines] < [!$worst->overset, $worst->size, -$worst->lines]
            ) {
                [$worst, $number] = [$facts, $row->number];
            }
        }

        return new self($number, $worst->size ?? 0.0, $worst->lines ?? 0, $worst->overset ?? false, $notFitting);
    }
}
