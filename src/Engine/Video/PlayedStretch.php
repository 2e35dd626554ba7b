<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Design\Timing\AfterClip;
use Morphea\Core\Rendering\Drawing\PictureItem;

/** How much of a moving background is prepared: as much as is visible, rounded up in steps, so that many rows share it. */
final readonly class PlayedStretch
{
    /** Seconds in which lengths are told apart. */
    private const STEP = 4;

    /**
     * @param int  $frames   of the way there
     * @param bool $goesBack the way back as well
     * @param bool $repeats  it begins anew once it has ended; otherwise its last frame stands
     */
    private function __construct(public int $frames, public bool $goesBack, public bool $repeats)
    {
    }

    /**
     * @param int $rate frames a second
     * @param int $seen frames
     */
    public static function of(PictureItem $item, int $rate, int $seen): self
    {
        $length = (float) $item->picture->length;
        $there = max(1, (int) round($rate * ($item->wander->drift->seconds ?? $item->play?->lasts($length) ?? 1.0)));
        $goesBack = null !== $item->wander || AfterClip::BackAndForth === $item->play?->after;
        $needed = (int) ceil($seen / (self::STEP * $rate)) * self::STEP * $rate;

        return $needed <= $there
            ? new self($needed, false, false)
            : new self($there, $goesBack, $goesBack || AfterClip::Again === $item->play?->after);
    }
}
