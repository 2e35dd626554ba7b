<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Table;

/**
 * The picture of the project a cell refers to, whatever its folder, case or extension: “kettle” gives kettle.jpg.
 * Without a match the result is empty.
 */
#[RecipeSentence('picture')]
final readonly class PictureName implements Recipe
{
    use DeclaredRecipe;

    public function __construct(#[ColumnField] public string $column)
    {
    }

    public function columns(): array
    {
        return [$this->column];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        return RecipeRunner::each(
            $table,
            $this->column,
            static fn (string $cell): string => '' === trim($cell) ? '' : (string) $kitchen->pictures->find($cell),
        );
    }

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.picture.says', ['column' => '[' . $heading($this->column) . ']']);
    }
}
