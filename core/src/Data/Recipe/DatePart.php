<?php

declare(strict_types=1);

namespace Morphea\Core\Data\Recipe;

use Morphea\Core\Data\Table;

/** A part of a date, or the date written another way. What is no date gives nothing. */
final readonly class DatePart implements Recipe
{
    /** ICU date patterns by part; where there is none, the locale's own way of writing a date in words. */
    public const PARTS = [
        'year' => 'y',
        'month' => 'M',
        'month-name' => 'LLLL',
        'day' => 'd',
        'weekday' => 'EEEE',
        'quarter' => 'Q',
        'week' => 'w',
        'iso' => 'yyyy-MM-dd',
        'long' => '',
    ];
    private const WORDS = [
        'year' => 'The year',
        'month' => 'The number of the month',
        'month-name' => 'The name of the month',
        'day' => 'The day of the month',
        'weekday' => 'The day of the week',
        'quarter' => 'The quarter',
        'week' => 'The week',
        'iso' => 'The date as 2026-03-04',
        'long' => 'The date in words',
    ];

    public function __construct(public string $column, public string $part)
    {
    }

    public function columns(): array
    {
        return [$this->column];
    }

    public function make(Table $table, Kitchen $kitchen): array
    {
        $formatter = new \IntlDateFormatter(
            $kitchen->locale,
            \IntlDateFormatter::LONG,
            \IntlDateFormatter::NONE,
            null,
            null,
            self::PARTS[$this->part] ?? 'y',
        );
        $monthFirst = $table->column($this->column)->monthFirst;

        return Kitchen::each($table, $this->column, static function (string $cell) use (
            $kitchen,
            $formatter,
            $monthFirst,
        ): string {
            $date = $kitchen->reader->date($cell, $monthFirst);

            return null === $date ? '' : (string) $formatter->format($date);
        });
    }

    public function says(\Closure $heading): string
    {
        return (self::WORDS[$this->part] ?? 'The year') . ' of [' . $heading($this->column) . ']';
    }

    public function toArray(): array
    {
        return ['recipe' => 'date', 'column' => $this->column, 'part' => $this->part];
    }
}
