<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\Table;

/** Computes the cells of a column from other columns. Pure: the same table gives the same cells. */
interface Recipe
{
    /** @return list<string> keys of the columns it reads */
    public function columns(): array;

    /** @return list<string> a cell for each row */
    public function make(Table $table, RecipeRunner $kitchen): array;

    /**
     * What it does, as one sentence.
     *
     * @param \Closure(string): string $heading of a column by its key
     */
    public function says(\Closure $heading): Message;

    /** @return array<string, mixed> as RecipeCodec reads it */
    public function toArray(): array;
}
