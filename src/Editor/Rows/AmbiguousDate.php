<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\Core\Table\Cells\CellReader;

/** A date with two readings, such as 03/04/2026: the one assumed, and both results. */
final readonly class AmbiguousDate
{
    private function __construct(
        public string $cell,
        public string $usual,
        public string $day,
        public string $month,
    ) {
    }

    public static function of(string $locale, ?string $cell): ?self
    {
        $reader = new CellReader($locale);
        $read = static fn (?bool $monthFirst): string => (string) $reader->date((string) $cell, $monthFirst)?->format('j F Y');

        return null === $cell ? null : new self($cell, $read(null), $read(false), $read(true));
    }
}
