<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Recipe\Field\SwitchField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Table;

/** Replaces text in a column. */
#[RecipeSentence('replace')]
final readonly class FindReplace implements Recipe
{
    use DeclaredRecipe;

    public function __construct(
        #[ColumnField] public string $column,
        #[WordsField(hint: true, needs: true)] public string $find,
        #[WordsField] public string $replace,
        #[SwitchField] public bool $sameCase = false,
    ) {
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
            fn (string $cell): string => self::in($cell, $this->find, $this->replace, $this->sameCase),
        );
    }

    /** One cell with every match replaced. */
    public static function in(string $cell, string $find, string $replace, bool $sameCase): string
    {
        return '' === $find
            ? $cell
            : ($sameCase
                ? str_replace($find, $replace, $cell)
                : (string) preg_replace(
                    '/' . preg_quote($find, '/') . '/iu',
                    strtr($replace, ['\\' => '\\\\', '$' => '\\$']),
                    $cell,
                ));
    }

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.replace.says', [
            'column' => '[' . $heading($this->column) . ']',
            'find' => $this->find,
            'replace' => $this->replace,
        ]);
    }
}
