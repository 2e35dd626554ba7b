<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Table\Data\Table;

/** Words in a column replaced by others. */
final readonly class FindReplace implements Recipe
{
    public function __construct(
        public string $column,
        public string $find,
        public string $replace,
        public bool $sameCase = false,
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

    /** One cell with every place replaced. */
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

    public function says(\Closure $heading): string
    {
        return \sprintf('[%s] with “%s” replaced by “%s”', $heading($this->column), $this->find, $this->replace);
    }

    public function toArray(): array
    {
        return [
            'recipe' => 'replace',
            'column' => $this->column,
            'find' => $this->find,
            'replace' => $this->replace,
            'sameCase' => $this->sameCase,
        ];
    }
}
