<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

/** A recipe that is written as its fields declare it. */
trait DeclaredRecipe
{
    public function toArray(): array
    {
        return RecipeForm::of(self::class)->write($this);
    }
}
