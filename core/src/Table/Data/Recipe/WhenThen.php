<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Recipe\Field\PatternField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;

/** One pattern if a column's cell meets a condition, another if not. Cells that are both numbers are compared as numbers. */
#[RecipeSentence(
    'when',
    ['then', 'otherwise'],
    by: 'test',
    sentences: ['is' => 'value', 'is-not' => 'value', 'contains' => 'value', 'more' => 'value', 'less' => 'value'],
)]
final readonly class WhenThen implements Recipe
{
    use DeclaredRecipe;

    public const TESTS = ['is', 'is-not', 'contains', 'empty', 'filled', 'more', 'less'];

    public function __construct(
        #[ColumnField] public string $column,
        #[PatternField] public Pattern $then,
        #[PatternField] public Pattern $otherwise,
        #[ChoiceField(self::TESTS)] public string $test = 'is',
        #[WordsField(hint: true)] public string $value = '',
    ) {
    }

    public function columns(): array
    {
        return array_values(array_unique([$this->column, ...$this->then->columns(), ...$this->otherwise->columns()]));
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        $filler = new PatternFiller($kitchen->locale);
        $cells = [];
        foreach ($table->records() as $row) {
            $pattern = $this->holds($row->cells[$this->column], $kitchen, $row->monthFirst[$this->column] ?? null)
                ? $this->then
                : $this->otherwise;
            $cells[] = $filler->fill($pattern, $row->cells, $row->monthFirst)->text;
        }

        return $cells;
    }

    public function says(\Closure $heading): Message
    {
        $slots = [
            'then' => Join::words($this->then, $heading),
            'column' => '[' . $heading($this->column) . ']',
            'test' => new Message('recipes.when.test.of.' . strtr($this->test, '-', '_')),
            'otherwise' => Join::words($this->otherwise, $heading),
        ];

        return \in_array($this->test, ['empty', 'filled'], true)
            ? new Message('recipes.when.says', $slots)
            : new Message('recipes.when.says_value', $slots + ['value' => $this->value]);
    }

    private function holds(string $cell, RecipeRunner $kitchen, ?bool $monthFirst): bool
    {
        $fold = static fn (string $text): string => mb_strtolower(trim($text), 'UTF-8');

        return match ($this->test) {
            'is-not' => $fold($cell) !== $fold($this->value),
            'contains' => '' !== $this->value && str_contains($fold($cell), $fold($this->value)),
            'empty' => '' === trim($cell),
            'filled' => '' !== trim($cell),
            'more' => $this->order($cell, $kitchen->reader, $monthFirst) > 0,
            'less' => $this->order($cell, $kitchen->reader, $monthFirst) < 0,
            default => $fold($cell) === $fold($this->value),
        };
    }

    /**
     * Compares a cell with the value: numbers by size, dates by time; cells of another kind and text are not comparable
     * (0).
     */
    private function order(string $cell, CellReader $reader, ?bool $monthFirst): int
    {
        foreach (
            [$reader->number(...), static fn (string $text): ?\DateTimeImmutable => $reader->date($text, $monthFirst)]
            as $read
        ) {
            if (null !== ($value = $read($this->value))) {
                $own = $read($cell);

                return null === $own ? 0 : $own <=> $value;
            }
        }

        return '' === trim($cell) ? 0 : strnatcasecmp(trim($cell), trim($this->value));
    }
}
