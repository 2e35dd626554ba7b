<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Table;

/**
 * The number of days between two dates, negative if the second is earlier. If one of them is not a date the result is
 * empty.
 */
#[RecipeSentence('days')]
final readonly class DaysBetween implements Recipe
{
    use DeclaredRecipe;

    public function __construct(#[ColumnField] public string $from, #[ColumnField] public string $to)
    {
    }

    public function columns(): array
    {
        return [$this->from, $this->to];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        [$from, $to] = [$table->column($this->from), $table->column($this->to)];
        $cells = [];
        foreach ($table->rows as $row) {
            $a = $kitchen->reader->date($row->cells[$from->index], $from->monthFirst);
            $b = $kitchen->reader->date($row->cells[$to->index], $to->monthFirst);
            $cells[] = null === $a || null === $b ? '' : $a->diff($b)->format('%r%a');
        }

        return $cells;
    }

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.days.says', [
            'from' => '[' . $heading($this->from) . ']',
            'to' => '[' . $heading($this->to) . ']',
        ]);
    }
}
