<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\PatternField;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;

/** Joins columns with text between them, by a pattern. If all of them are empty, the result is empty. */
#[RecipeSentence('join', ['pattern'])]
final readonly class Join implements Recipe
{
    use DeclaredRecipe;

    public function __construct(#[PatternField(begins: true)] public Pattern $pattern)
    {
    }

    public function columns(): array
    {
        return $this->pattern->columns();
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        $filler = new PatternFiller($kitchen->locale);
        $cells = [];
        foreach ($table->records() as $row) {
            $filled = $filler->fill($this->pattern, $row->cells, $row->monthFirst);
            $cells[] = $filled->empty ? '' : $filled->text;
        }

        return $cells;
    }

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.join.says', ['pattern' => self::words($this->pattern, $heading)]);
    }

    /** @param \Closure(string): string $heading by key */
    public static function words(Pattern $pattern, \Closure $heading): string
    {
        return (string) preg_replace_callback(
            '/\{(\w+)(?:,[^{}]*(?:\{[^{}]*\}[^{}]*)*)?\}/',
            static fn (array $m): string => '[' . $heading($m[1]) . ']',
            $pattern->source,
        );
    }
}
