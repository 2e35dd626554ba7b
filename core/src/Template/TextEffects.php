<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** What is drawn round and behind letters. */
final readonly class TextEffects
{
    public function __construct(
        public ?Outline $outline = null,
        public ?Shadow $shadow = null,
        public ?Highlight $highlight = null,
    ) {
    }
}
