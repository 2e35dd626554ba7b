<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Recipe\Field\ChoiceField;
use Morphea\Core\Table\Data\Recipe\Field\ColumnField;
use Morphea\Core\Table\Data\Recipe\Field\EitherField;
use Morphea\Core\Table\Data\Recipe\Field\NumberField;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;

/** A part of a cell: between two separators, by position, or the number it begins with and the rest. */
#[RecipeSentence('split', by: 'how', sentences: [self::AT => 'at', self::POSITION => 'position'])]
final readonly class Split implements Recipe
{
    use DeclaredRecipe;

    public const AT = 'at';
    public const POSITION = 'position';
    public const NUMBER = 'number';
    public const REST = 'rest';

    public int $part;

    /**
     * @param string $how    one of the constants
     * @param int    $part   which part, from 1; below 0 from the end
     * @param int    $length letters, for a position; 0 for all that follow
     */
    public function __construct(
        #[ColumnField] public string $column,
        #[ChoiceField([self::AT, self::POSITION, self::NUMBER, self::REST])] public string $how = self::AT,
        #[EitherField([
            ' ' => 'spaces',
            ',' => 'commas',
            ';' => 'semicolons',
            '-' => 'dashes',
            '/' => 'slashes',
            "\n" => 'lines',
        ])]
        public string $at = ' ',
        #[NumberField(-1_000, 1_000)] int $part = 1,
        #[NumberField(0, 100_000)] public int $length = 0,
    ) {
        if (self::AT === $how && '' === $at) {
            throw new TableException(new Message('recipes.split.at.needs'));
        }
        // There is no part before the first.
        $this->part = 0 === $part ? 1 : $part;
    }

    public function columns(): array
    {
        return [$this->column];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        return RecipeRunner::each($table, $this->column, $this->cell(...));
    }

    public function says(\Closure $heading): Message
    {
        $slots = ['column' => '[' . $heading($this->column) . ']'];

        return match ($this->how) {
            self::NUMBER => new Message('recipes.split.says.number', $slots),
            self::REST => new Message('recipes.split.says.rest', $slots),
            self::POSITION => 0 === $this->length
                ? new Message('recipes.split.says.all', $slots + ['part' => $this->part])
                : new Message('recipes.split.says.position', $slots + ['length' => $this->length, 'part' => $this->part]),
            default => new Message('recipes.split.says.at', $slots + ['part' => $this->part, 'at' => $this->at]),
        };
    }

    private function cell(string $cell): string
    {
        if (self::NUMBER === $this->how || self::REST === $this->how) {
            $found = 1 === preg_match('/^\s*([+−-]?\d[\d.,  ]*\d|[+−-]?\d)[\s.:)–-]*(.*)$/us', $cell, $m);

            return $found ? trim($m[self::NUMBER === $this->how ? 1 : 2]) : (self::NUMBER === $this->how ? '' : $cell);
        }
        if (self::POSITION === $this->how) {
            return trim(
                (string) grapheme_substr(
                    $cell,
                    $this->part > 0 ? $this->part - 1 : $this->part,
                    0 === $this->length ? null : $this->length,
                ),
            );
        }
        $parts =
            '' === $this->at
                ? [$cell]
                : explode($this->at, ' ' === $this->at ? (string) preg_replace('/\s+/u', ' ', trim($cell)) : $cell);

        return trim($parts[$this->part > 0 ? $this->part - 1 : \count($parts) + $this->part] ?? '');
    }
}
