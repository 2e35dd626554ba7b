<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** What a placeholder does when every column it shows is empty: hide (`words` is null), or show other words. */
final readonly class EmptyRule
{
    private function __construct(public ?string $words)
    {
    }

    public static function hide(): self
    {
        return new self(null);
    }

    public static function words(string $words): self
    {
        return new self($words);
    }
}
