<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Measures as they are said. */
final readonly class SheetText
{
    /** Millimetres to the tenth, where there are any. */
    public static function mm(float $millimetres): string
    {
        return is_finite($millimetres) ? rtrim(rtrim(number_format($millimetres, 1, '.', ''), '0'), '.') : 'no';
    }

    /** @param list<int> $numbers the first of them, and how many more there are */
    public static function some(array $numbers, int $most = 5): string
    {
        $more = \count($numbers) - $most;

        return implode(', ', \array_slice($numbers, 0, $most)) . ($more > 0 ? ' and ' . number_format($more) . ' more' : '');
    }
}
