<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * What happens to words that are too long for their frame.
 *
 * keep    set as they are, at the style's size; whatever sticks out is overset
 * shrink  one line, made smaller down to `leastSize` (dots); then, if `maxLines` is more than 1, broken into lines
 * wrap    broken into at most `maxLines` lines at the style's size; then, if there is a `leastSize`, made smaller
 * fill    as large as the frame allows, between `leastSize` and the style's size, on up to `maxLines` lines
 * even    one size for all rows: the largest, between `leastSize` and the style's size, at which every row fits on up to `maxLines` lines
 *
 * Line breaks written in the text itself always hold and count as lines. `balanced` makes the lines of a broken text about equally long.
 */
final readonly class FitRule
{
    private function __construct(
        public FitMode $mode,
        public ?float $leastSize,
        public int $maxLines,
        public bool $balanced = false,
    ) {
    }

    public static function keep(): self
    {
        return new self(FitMode::Keep, null, 1);
    }

    public static function fill(float $leastSize, int $maxLines = 1): self
    {
        return new self(FitMode::Fill, $leastSize, $maxLines);
    }

    public static function even(float $leastSize, int $maxLines = 1): self
    {
        return new self(FitMode::Even, $leastSize, $maxLines);
    }

    public function balanced(bool $balanced = true): self
    {
        return new self($this->mode, $this->leastSize, $this->maxLines, $balanced);
    }

    public static function shrink(float $leastSize, int $thenLines = 1): self
    {
        return new self(FitMode::Shrink, $leastSize, $thenLines);
    }

    public static function wrap(int $maxLines, ?float $thenLeastSize = null): self
    {
        return new self(FitMode::Wrap, $thenLeastSize, $maxLines);
    }
}
