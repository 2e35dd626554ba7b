<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Properties\Toggle;

/**
 * What a placeholder does when every column it shows is empty: hide (`words` is null) or show a default text. When it
 * hides, it can pull up the unlocked layers below it.
 */
final readonly class EmptyRule
{
    private function __construct(
        #[Text('rule_for_empty', 500)]
        public ?string $words,
        #[Toggle('rule_for_empty')]
        public bool $pullsUp = false,
    ) {
    }

    public static function of(?string $words, bool $pullsUp = false): self
    {
        return new self($words, $pullsUp && null === $words);
    }

    public static function hide(): self
    {
        return new self(null);
    }

    public static function hideAndPullUp(): self
    {
        return new self(null, true);
    }

    public static function words(string $words): self
    {
        return new self($words);
    }
}
