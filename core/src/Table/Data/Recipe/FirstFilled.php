<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ListField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/** The first of several columns that is not empty. */
#[RecipeSentence('first', ['of'])]
final readonly class FirstFilled implements Recipe
{
    use DeclaredRecipe;

    /** @param non-empty-list<string> $of keys, the most wanted first */
    public function __construct(
        #[ListField('several', begins: true)] public array $of,
        #[WordsField(hint: true)] public string $words = '',
    ) {
    }

    public function columns(): array
    {
        return $this->of;
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        $places = array_map($table->place(...), $this->of);

        return array_map(function (Row $row) use ($places): string {
            foreach ($places as $place) {
                if ('' !== trim($row->cells[$place])) {
                    return $row->cells[$place];
                }
            }

            return $this->words;
        }, $table->rows);
    }

    public function says(\Closure $heading): Message
    {
        $columns = array_map(static fn (string $key): string => '[' . $heading($key) . ']', $this->of);

        return '' === $this->words
            ? new Message('recipes.first.says', ['columns' => $columns])
            : new Message('recipes.first.says_else', ['columns' => $columns, 'words' => $this->words]);
    }
}
