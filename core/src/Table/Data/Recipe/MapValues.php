<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Recipe\Field\PairsField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Table;

/**
 * Replaces values by others from a small table, ignoring case; values that are not in it stay, become empty, or get a
 * common replacement.
 */
#[RecipeSentence('map', ['pairs'], by: 'otherwise', sentences: [self::WORDS => 'words'])]
final readonly class MapValues implements Recipe
{
    use DeclaredRecipe;

    public const KEEP = 'keep';
    public const EMPTY = 'empty';
    public const WORDS = 'words';

    /** @param array<string, string> $pairs new by old */
    public function __construct(
        #[ColumnField] public string $column,
        #[PairsField] public array $pairs,
        #[ChoiceField([self::KEEP, self::EMPTY, self::WORDS])] public string $otherwise = self::KEEP,
        #[WordsField] public string $words = '',
    ) {
    }

    public function columns(): array
    {
        return [$this->column];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        $pairs = $this->folded();

        return RecipeRunner::each(
            $table,
            $this->column,
            fn (string $cell): string => $pairs[self::fold($cell)] ??
                ('' === trim($cell)
                    ? ''
                    : match ($this->otherwise) {
                        self::EMPTY => '',
                        self::WORDS => $this->words,
                        default => $cell,
                    }),
        );
    }

    /** @return array<string, int> values that the small table has not, in their first spelling, and how often each stands in the column */
    public function unmatched(Table $table): array
    {
        $pairs = $this->folded();
        $counts = $spelling = [];
        foreach ($table->cells($this->column) as $cell) {
            $value = self::fold($cell);
            if ('' !== $value && !isset($pairs[$value])) {
                $spelling[$value] ??= trim($cell);
                $counts[$spelling[$value]] = ($counts[$spelling[$value]] ?? 0) + 1;
            }
        }
        arsort($counts);

        return $counts;
    }

    public function says(\Closure $heading): Message
    {
        $first = array_key_first($this->pairs);
        $slots = ['column' => '[' . $heading($this->column) . ']', 'count' => \count($this->pairs)];

        return null === $first
            ? new Message('recipes.map.says', $slots)
            : new Message('recipes.map.says_first', $slots + ['from' => (string) $first, 'to' => $this->pairs[$first]]);
    }

    /** @return array<string, string> */
    private function folded(): array
    {
        $pairs = [];
        foreach ($this->pairs as $from => $to) {
            $pairs[self::fold((string) $from)] = $to;
        }

        return $pairs;
    }

    private static function fold(string $value): string
    {
        return mb_strtolower(trim($value), 'UTF-8');
    }
}
