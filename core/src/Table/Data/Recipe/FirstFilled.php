<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Table\Data\Recipe\Field\ListField;
use Morphea\Core\Table\Data\Recipe\Field\WordsField;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;

/** The first of several columns that is not empty. */
#[RecipeSentence(
    'first',
    'First that is not empty',
    ['Takes the first of these columns that is not empty; where all are, {words}.'],
    ['of'],
)]
final readonly class FirstFilled implements Recipe
{
    use DeclaredRecipe;

    /** @param non-empty-list<string> $of keys, the most wanted first */
    public function __construct(
        #[ListField('The most wanted first', 'several', 'Pick the columns to choose from.', begins: true)] public array $of,
        #[WordsField('Where all are empty', 'stays empty')] public string $words = '',
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

    public function says(\Closure $heading): string
    {
        return 'The first of [' .
            implode('], [', array_map($heading, $this->of)) .
            '] that is not empty' .
            ('' === $this->words ? '' : ", or “{$this->words}”");
    }
}
