<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

/** A recipe that is stored as its fields declare. */
trait DeclaredRecipe
{
    public function toArray(): array
    {
        return RecipeForm::of(self::class)->write($this);
    }
}
