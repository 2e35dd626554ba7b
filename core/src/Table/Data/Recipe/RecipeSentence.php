<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

/** How a recipe is called, and the sentence in which an editor has it said. */
#[\Attribute(\Attribute::TARGET_CLASS)]
final readonly class RecipeSentence
{
    /**
     * @param string                                               $name  by which it goes in files
     * @param list<string|array{string, list<string>, string}> $says  words with {fields} in them; an array is a phrase that is there
     *                                                                while a field has one of some values
     * @param list<string>                                         $below fields that stand under the sentence
     */
    public function __construct(public string $name, public string $label, public array $says, public array $below = [])
    {
    }
}
