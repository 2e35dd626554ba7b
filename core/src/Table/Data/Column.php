<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Table\Data\Recipe\Recipe;
use Morphea\Core\Table\Kinds\ColumnKind;

/**
 * A column of the table: `index` from 0, `key` as used in patterns, `heading` as people wrote it. `kind` is set only if
 * somebody chose it; `monthFirst` says how its dates are written; with a recipe its cells are computed.
 */
final readonly class Column
{
    public function __construct(
        public int $index,
        public string $key,
        public string $heading,
        public ?ColumnKind $kind = null,
        public ?bool $monthFirst = null,
        public ?Recipe $recipe = null,
    ) {
    }

    public function at(int $index): self
    {
        return new self($index, $this->key, $this->heading, $this->kind, $this->monthFirst, $this->recipe);
    }

    public function called(string $heading): self
    {
        return new self($this->index, $this->key, $heading, $this->kind, $this->monthFirst, $this->recipe);
    }

    public function ofKind(?ColumnKind $kind, ?bool $monthFirst): self
    {
        return new self($this->index, $this->key, $this->heading, $kind, $monthFirst, $this->recipe);
    }

    public function made(?Recipe $recipe): self
    {
        return new self($this->index, $this->key, $this->heading, $this->kind, $this->monthFirst, $recipe);
    }

    /** A, B … Z, AA, as in a spreadsheet. */
    public function letter(): string
    {
        return self::letterAt($this->index);
    }

    public static function letterAt(int $index): string
    {
        $letters = '';
        for ($n = $index; $n >= 0; $n = intdiv($n, 26) - 1) {
            $letters = \chr(65 + ($n % 26)) . $letters;
        }

        return $letters;
    }
}
