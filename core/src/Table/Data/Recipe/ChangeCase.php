<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Table;

/**
 * Upper and lower case; in titles, the particles of names stay lower case: “ottilie van der berg” becomes “Ottilie
 * van der Berg”.
 */
#[RecipeSentence('case')]
final readonly class ChangeCase implements Recipe
{
    use DeclaredRecipe;

    public const WAYS = ['upper', 'lower', 'title', 'sentence'];
    private const PARTICLES = [
        'van',
        'von',
        'der',
        'den',
        'de',
        'del',
        'della',
        'di',
        'da',
        'do',
        'dos',
        'du',
        'la',
        'le',
        'les',
        'of',
        'the',
        'and',
        'und',
        'zu',
        'zur',
        'ter',
        'ten',
        'af',
        'av',
        'al',
        'el',
        'bin',
        'ibn',
        'y',
        'e',
        'ní',
        'nic',
        'ó',
    ];

    public function __construct(
        #[ColumnField] public string $column,
        #[ChoiceField(self::WAYS)] public string $way = 'title',
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
            fn (string $cell): string => match ($this->way) {
                'upper' => mb_strtoupper($cell, 'UTF-8'),
                'lower' => mb_strtolower($cell, 'UTF-8'),
                'sentence' => self::first(mb_strtolower($cell, 'UTF-8')),
                default => self::title($cell),
            },
        );
    }

    public function says(\Closure $heading): Message
    {
        return new Message('recipes.case.says', [
            'column' => '[' . $heading($this->column) . ']',
            'way' => new Message("recipes.case.way.of.$this->way"),
        ]);
    }

    private static function title(string $cell): string
    {
        $words =
            preg_split('/(\s+|(?<=[-–’\'])(?=\p{L}))/u', mb_strtolower($cell, 'UTF-8'), -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [];
        $first = true;
        foreach ($words as $i => $word) {
            if (1 === preg_match('/\p{L}/u', $word)) {
                $words[$i] = !$first && \in_array(rtrim($word, '-’\''), self::PARTICLES, true) ? $word : self::first($word);
                $first = false;
            }
        }

        return implode('', $words);
    }

    private static function first(string $text): string
    {
        return (string) preg_replace_callback(
            '/\p{L}/u',
            static fn (array $m): string => mb_convert_case($m[0], \MB_CASE_TITLE, 'UTF-8'),
            $text,
            1,
        );
    }
}
