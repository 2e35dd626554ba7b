<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** How the back of a sheet is printed. */
enum BothSides: string
{
    case None = 'none';
    /** The printer turns the paper over its long edge, as a book's page. */
    case Long = 'long';
    /** Over its short edge, as a calendar's. */
    case Short = 'short';
    /** Fronts on the left, backs on the right: printed, turned over sideways, printed again with the same form. */
    case WorkAndTurn = 'work-and-turn';
    /** Fronts above, backs below: printed, turned over head to foot, printed again. */
    case WorkAndTumble = 'work-and-tumble';
    /** Backs on sheets of their own, in the same places, after all fronts. */
    case Apart = 'apart';

    /** Mirrors left and right when paper is turned over its long edge; otherwise top and bottom. */
    public function isSideways(Paper $paper): bool
    {
        return match ($this) {
            self::Long => !$paper->isLying(),
            self::Short => $paper->isLying(),
            self::WorkAndTumble => false,
            default => true,
        };
    }

    public function isOneForm(): bool
    {
        return self::WorkAndTurn === $this || self::WorkAndTumble === $this;
    }

    public function isTurnedOver(): bool
    {
        return self::None !== $this && self::Apart !== $this;
    }
}
