<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Table\Data\Record;

/**
 * Sample rows made from the values that measure widest, or narrowest, in their column's placeholder; for columns that no
 * text shows, those with the most or fewest characters. Empty cells and cells that do not fit the pattern are not used.
 */
final readonly class StretchRow
{
    /**
     * @param iterable<Record> $rows
     *
     * @return array{stretch: array<string, string>, shortest: array<string, string>} cells by column
     */
    public static function of(Design $design, iterable $rows, TextLayouter $layouter): array
    {
        $shown = self::shown($design);
        $lengths = $widest = $narrowest = $wide = $narrow = [];
        foreach ($rows as $row) {
            foreach ($row->cells as $column => $value) {
                $widest[$column] ??= $value;
                $narrowest[$column] ??= $value;
                if ('' === trim($value) || isset($lengths[$column][$value])) {
                    continue;
                }
                $layer = $shown[$column] ?? null;
                $length = null === $layer ? (float) mb_strlen($value, 'UTF-8') : $layouter->length($layer, $value);
                $lengths[$column][$value] = true;
                $record = $length > ($wide[$column] ?? -1.0) || $length < ($narrow[$column] ?? \INF);
                if (!$record || (null !== $layer && [] !== $layouter->measure($layer, $row, $design->locale)->problems)) {
                    continue;
                }
                if ($length > ($wide[$column] ?? -1.0)) {
                    [$wide[$column], $widest[$column]] = [$length, $value];
                }
                if ($length < ($narrow[$column] ?? \INF)) {
                    [$narrow[$column], $narrowest[$column]] = [$length, $value];
                }
            }
        }

        return ['stretch' => $widest, 'shortest' => $narrowest];
    }

    /** @return array<string, TextLayer> the first text that shows a column */
    private static function shown(Design $design): array
    {
        $shown = [];
        foreach ($design->texts() as $text) {
            foreach ($text->columns() as $column) {
                $shown[$column] ??= $text;
            }
        }

        return $shown;
    }
}
