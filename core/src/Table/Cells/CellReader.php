<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

/** Reads numbers and dates from cells as people write them. The cell itself is never changed. */
final readonly class CellReader
{
    /** Groups of thousands between separators, as 1,200,000 has; India's as 12,00,000 too. */
    private const GROUPED = '/^[+-]?\d{1,3}(?:%1$s\d{2,3})*%1$s\d{3}(?:%2$s\d*)?$/';
    private const MONTHS = [
        'january',
        'february',
        'march',
        'april',
        'may',
        'june',
        'july',
        'august',
        'september',
        'october',
        'november',
        'december',
    ];
    /** Years written with two digits are of this century up to here. */
    private const LAST_SHORT_YEAR = 69;

    private bool $monthFirst;

    public function __construct(private string $locale)
    {
        $this->monthFirst = 'US' === \Locale::getRegion($locale);
    }

    /**
     * `41`, `1,200`, `1 200.5`, `1.200,50`, `−3`; a single comma or point with three digits behind it groups thousands
     * only where it cannot be a decimal (`1,200`).
     */
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
            if (
                1 !==
                preg_match('.' === $decimal ? \sprintf(self::GROUPED, ',', '\.') : \sprintf(self::GROUPED, '\.', ','), $plain)
            ) {
                return null;
            }
        } elseif (false !== $comma) {
            $decimal = 1 === preg_match('/^[+-]?[1-9]\d{0,2}(,\d{3})+$/', $plain) ? '.' : ',';
        } else {
            $decimal = substr_count($plain, '.') > 1 ? ',' : '.';
            if (',' === $decimal && 1 !== preg_match(\sprintf(self::GROUPED, '\.', ','), $plain)) {
                return null;
            }
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
     * `2026-03-04`, `4 March 2026`, `March 4th, 2026`, `4 de marzo de 2026`, `04.03.2026`, `4/3/26` (day first, but in
     * US locales month first, or as told). Months are read in English and in the locale's language. Noon in the default
     * time zone, so that showing it never slips a day.
     */
    public function date(string $cell, ?bool $monthFirst = null): ?\DateTimeImmutable
    {
        $cell = trim($cell);
        if (1 === preg_match('~^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ][\d:.]+Z?)?$~', $cell, $m)) {
            return $this->day((int) $m[1], (int) $m[2], (int) $m[3]);
        }
        if (1 === preg_match('~^(\d{1,2})([-/.])\s?(\d{1,2})\2\s?(\d{4}|(?<!-)\d\d)$~', $cell, $m)) {
            return $monthFirst ?? $this->monthFirst && '/' === $m[2]
                ? $this->day(self::year($m[4]), (int) $m[1], (int) $m[3])
                : $this->day(self::year($m[4]), (int) $m[3], (int) $m[1]);
        }
        if (
            1 ===
            preg_match(
                '~^(\d{1,2})(?:\.|er|st|nd|rd|th|º)?\s*(?:de\s+|of\s+)?(\p{L}{3,12})\.?,?\s+(?:de\s+)?(\d{4})$~ui',
                $cell,
                $m,
            )
        ) {
            return $this->named((int) $m[3], $m[2], (int) $m[1]);
        }
        if (1 === preg_match('~^(\p{L}{3,12})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$~ui', $cell, $m)) {
            return $this->named((int) $m[3], $m[1], (int) $m[2]);
        }

        return null;
    }

    private static function year(string $written): int
    {
        return 4 === \strlen($written)
            ? (int) $written
            : (int) $written + ((int) $written > self::LAST_SHORT_YEAR ? 1900 : 2000);
    }

    private function named(int $year, string $month, int $day): ?\DateTimeImmutable
    {
        $month = mb_strtolower($month, 'UTF-8');
        foreach ([self::MONTHS, ...self::months($this->locale)] as $names) {
            foreach ($names as $i => $name) {
                if (mb_strlen($month) >= 3 && str_starts_with($name, $month)) {
                    return $this->day($year, $i + 1, $day);
                }
            }
        }

        return null;
    }

    /** @return list<list<string>> the months in the language of a locale, as they stand in dates, alone, and short */
    private static function months(string $locale): array
    {
        static $known = [];

        return $known[$locale] ??= array_map(
            static function (string $pattern) use ($locale): array {
                $formatter = new \IntlDateFormatter(
                    $locale,
                    \IntlDateFormatter::NONE,
                    \IntlDateFormatter::NONE,
                    'UTC',
                    null,
                    $pattern,
                );

                return array_map(
                    static fn (int $month): string => rtrim(
                        mb_strtolower(
                            (string) $formatter->format(new \DateTimeImmutable(\sprintf('2026-%02d-01T12:00:00Z', $month))),
                            'UTF-8',
                        ),
                        '.',
                    ),
                    range(1, 12),
                );
            },
            ['MMMM', 'LLLL', 'MMM'],
        );
    }

    private function day(int $year, int $month, int $day): ?\DateTimeImmutable
    {
        return checkdate($month, $day, $year) ? (new \DateTimeImmutable())->setDate($year, $month, $day)->setTime(12, 0) : null;
    }
}
