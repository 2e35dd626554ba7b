<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Table;

/** A part of a date, or the date written another way. What is no date gives nothing. */
#[RecipeSentence('date', 'Part of a date', ['Takes {part} from the dates in {column}.'])]
final readonly class DatePart implements Recipe
{
    use DeclaredRecipe;

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
    /** In the middle of a sentence. */
    public const WORDS = [
        'year' => 'the year',
        'month' => 'the number of the month',
        'month-name' => 'the name of the month',
        'day' => 'the day of the month',
        'weekday' => 'the day of the week',
        'quarter' => 'the quarter',
        'week' => 'the week',
        'iso' => 'the date as 2026-03-04',
        'long' => 'the date in words',
    ];

    public function __construct(
        #[ColumnField('Column with dates')] public string $column,
        #[ChoiceField('Part', self::WORDS)] public string $part = 'year',
    ) {
    }

    public function columns(): array
    {
        return [$this->column];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
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

        return RecipeRunner::each($table, $this->column, static function (string $cell) use (
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
        return ucfirst(self::WORDS[$this->part] ?? self::WORDS['year']) . ' of [' . $heading($this->column) . ']';
    }
}
