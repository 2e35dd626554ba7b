<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

/** The sentence in which a recipe is edited. Its text is in the catalogue `recipes`, under its name. */
#[\Attribute(\Attribute::TARGET_CLASS)]
final readonly class RecipeSentence
{
    /** Which sentence it is where no other is named. */
    public const PLAIN = 'plain';

    /**
     * @param string                $name      by which it goes in files, and its words are found
     * @param list<string>          $below     fields that stand under the sentence
     * @param string|null           $by        field by whose value the sentence is another one
     * @param array<array-key, string> $sentences names of those other sentences, by that value
     */
    public function __construct(
        public string $name,
        public array $below = [],
        public ?string $by = null,
        public array $sentences = [],
    ) {
    }
}
