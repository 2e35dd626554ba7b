<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/** One column inside a pattern: `{key}`, `{key, number}`, `{key, plural, …}`. `source` is the text with its braces. */
final readonly class Argument
{
    /**
     * @param string|null           $style    what follows the type of a number, date or time
     * @param array<string, string> $branches of a plural or choice, as written, by selector
     * @param list<string>          $inner    keys named inside the branches
     */
    public function __construct(
        public string $key,
        public ?string $type,
        public string $source,
        public ?string $style = null,
        public array $branches = [],
        public array $inner = [],
    ) {
    }

    /** What the cell must be for this argument to work. */
    public function wants(): ValueKind
    {
        return match ($this->type) {
            'number', 'plural', 'selectordinal', 'spellout', 'ordinal', 'duration', 'choice' => ValueKind::Number,
            'date', 'time' => ValueKind::Date,
            default => ValueKind::Text,
        };
    }
}
