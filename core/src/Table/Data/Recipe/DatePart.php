<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Table;

/** A part of a date, or the date in another format. A cell that is not a date gives nothing. */
#[RecipeSentence('date')]
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
    private const NAMES = ['year', 'month', 'month-name', 'day', 'weekday', 'quarter', 'week', 'iso', 'long'];

    public function __construct(
        #[ColumnField] public string $column,
        #[ChoiceField(self::NAMES)] public string $part = 'year',
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

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.date.says', [
            'column' => '[' . $heading($this->column) . ']',
            'part' => new Message('recipes.date.part.of.' . strtr($this->part, '-', '_')),
        ]);
    }
}
