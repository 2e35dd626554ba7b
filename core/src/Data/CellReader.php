<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/** Reads numbers and dates out of cells as people write them. The cell itself is never changed. */
final readonly class CellReader
{
    private bool $monthFirst;

    public function __construct(string $locale)
    {
        $this->monthFirst = 'US' === \Locale::getRegion($locale);
    }

    /** `41`, `1,200`, `1 200.5`, `1.200,50`, `−3`; a single comma or point with three digits behind it groups thousands only where it cannot be a decimal (`1,200`). */
    public function number(string $cell): int|float|null
    {
        $plain = preg_replace('/(?<=\d)[\s\x{00A0}\x{202F}\'’](?=\d{3}(\D|$))/u', '', trim($cell)) ?? '';
        $plain = strtr($plain, ['−' => '-']);
        if (1 !== preg_match('/^[+-]?(\d+([.,]\d+)*|[.,]\d+)$/', $plain)) {
            return null;
        }
        $point = strrpos($plain, '.');
        $comma = strrpos($plain, ',');
        if (false !== $point && false !== $comma) {
            $decimal = $point > $comma ? '.' : ',';
        } elseif (false !== $comma) {
            $decimal = 1 === preg_match('/^[+-]?[1-9]\d{0,2}(,\d{3})+$/', $plain) ? '.' : ',';
        } else {
            $decimal = substr_count($plain, '.') > 1 ? ',' : '.';
        }
        $plain = str_replace('.' === $decimal ? ',' : '.', '', $plain);
        $plain = str_replace($decimal, '.', $plain);
        if (!is_numeric($plain)) {
            return null;
        }
        $number = (float) $plain;

        return floor($number) === $number && abs($number) < 1e15 ? (int) $number : $number;
    }

    /**
     * `2026-03-04`, `4 March 2026`, `March 4, 2026`, `04.03.2026`, `4/3/2026` (day first, but in US locales month first,
     * or as told). Noon in the default time zone, so that showing it never slips a day.
     */
    public function date(string $cell, ?bool $monthFirst = null): ?\DateTimeImmutable
    {
        $cell = trim($cell);
        if (1 === preg_match('~^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ][\d:.]+Z?)?$~', $cell, $m)) {
            return $this->day((int) $m[1], (int) $m[2], (int) $m[3]);
        }
        if (1 === preg_match('~^(\d{1,2})([-/.])(\d{1,2})\2(\d{4})$~', $cell, $m)) {
            return ($monthFirst ?? ($this->monthFirst && '/' === $m[2]))
                ? $this->day((int) $m[4], (int) $m[1], (int) $m[3])
                : $this->day((int) $m[4], (int) $m[3], (int) $m[1]);
        }
        if (1 === preg_match('~^(\d{1,2})\.?\s+(\p{L}{3,12})\.?,?\s+(\d{4})$~u', $cell, $m)) {
            return $this->named((int) $m[3], $m[2], (int) $m[1]);
        }
        if (1 === preg_match('~^(\p{L}{3,12})\.?\s+(\d{1,2}),?\s+(\d{4})$~u', $cell, $m)) {
            return $this->named((int) $m[3], $m[1], (int) $m[2]);
        }

        return null;
    }

    private function named(int $year, string $month, int $day): ?\DateTimeImmutable
    {
        $names = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
        $full = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];
        $month = mb_strtolower($month);
        $index = array_search(mb_substr($month, 0, 3), $names, true);

        return false !== $index && str_starts_with($full[$index], $month) ? $this->day($year, $index + 1, $day) : null;
    }

    private function day(int $year, int $month, int $day): ?\DateTimeImmutable
    {
        return checkdate($month, $day, $year) ? (new \DateTimeImmutable())->setDate($year, $month, $day)->setTime(12, 0) : null;
    }
}
