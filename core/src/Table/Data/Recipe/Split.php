<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Table\Data\Table;

/** A part of a cell: between two places where a separator stands, by position, or the number it begins with parted from the rest. */
final readonly class Split implements Recipe
{
    public const AT = 'at';
    public const POSITION = 'position';
    public const NUMBER = 'number';
    public const REST = 'rest';

    /**
     * @param string $how    one of the constants
     * @param int    $part   which part, from 1; below 0 from the end
     * @param int    $length letters, for a position; 0 for all that follow
     */
    public function __construct(
        public string $column,
        public string $how,
        public string $at = ' ',
        public int $part = 1,
        public int $length = 0,
    ) {
    }

    public function columns(): array
    {
        return [$this->column];
    }

    public function make(Table $table, RecipeRunner $kitchen): array
    {
        return RecipeRunner::each($table, $this->column, $this->cell(...));
    }

    public function says(\Closure $heading): string
    {
        $of = '[' . $heading($this->column) . ']';

        return match ($this->how) {
            self::NUMBER => "The number $of begins with",
            self::REST => "What follows the number in $of",
            self::POSITION => \sprintf(
                '%s of %s from letter %d on',
                0 === $this->length ? 'All' : "$this->length letters",
                $of,
                $this->part,
            ),
            default => \sprintf('Part %d of %s, cut at “%s”', $this->part, $of, $this->at),
        };
    }

    public function toArray(): array
    {
        return [
            'recipe' => 'split',
            'column' => $this->column,
            'how' => $this->how,
            'at' => $this->at,
            'part' => $this->part,
            'length' => $this->length,
        ];
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
