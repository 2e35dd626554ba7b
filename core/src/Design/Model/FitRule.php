<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\InvalidValueException;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Properties\Whole;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Message;

/**
 * What happens to words that are too long for their frame.
 *
 * keep    set as they are, at the style's size; whatever sticks out is overset
 * shrink  one line, made smaller down to `leastSize` (dots); then, if `maxLines` is more than 1, broken into lines
 * wrap    broken into at most `maxLines` lines at the style's size; then, if there is a `leastSize`, made smaller
 * fill    as large as the frame allows, from `leastSize` up to `mostSize` where that is said, on up to `maxLines` lines
 * even    one size for all rows: the largest, between `leastSize` and the style's size, at which every row fits on up to `maxLines` lines
 *
 * Line breaks written in the text itself always hold and count as lines. `balanced` makes the lines of a broken text about equally long.
 */
final readonly class FitRule
{
    private function __construct(
        #[Choice('rule_for_too_long')]
        public FitMode $mode,
        #[Length('least_size', 0.5, Design::MAX_DOTS)]
        public ?float $leastSize,
        #[Whole('most_lines', 1, 200)]
        public int $maxLines,
        #[Toggle('lengths_of_lines')]
        public bool $balanced = false,
        #[Length('largest_size', 0.5, Design::MAX_DOTS)]
        public ?float $mostSize = null,
    ) {
    }

    /** @throws InvalidValueException when the size is to change, and there is no least one */
    public static function of(
        FitMode $mode,
        ?float $leastSize,
        int $maxLines,
        bool $balanced = false,
        ?float $mostSize = null,
    ): self {
        if (null === $leastSize && !\in_array($mode, [FitMode::Keep, FitMode::Wrap], true)) {
            throw new InvalidValueException('leastSize', new Message('design.wrong.least_size'));
        }

        return FitMode::Keep === $mode
            ? new self($mode, null, 1, $balanced)
            : new self($mode, $leastSize, $maxLines, $balanced, FitMode::Fill === $mode ? $mostSize : null);
    }

    public static function keep(): self
    {
        return new self(FitMode::Keep, null, 1);
    }

    public static function fill(float $leastSize, int $maxLines = 1, ?float $mostSize = null): self
    {
        return new self(FitMode::Fill, $leastSize, $maxLines, mostSize: $mostSize);
    }

    public static function even(float $leastSize, int $maxLines = 1): self
    {
        return new self(FitMode::Even, $leastSize, $maxLines);
    }

    public function balanced(bool $balanced = true): self
    {
        return new self($this->mode, $this->leastSize, $this->maxLines, $balanced, $this->mostSize);
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
