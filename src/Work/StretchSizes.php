<?php

declare(strict_types=1);

namespace Morphea\App\Work;

/**
 * How much of shared work a worker takes at a time: about as much as it does in a moment, so that a stop is felt at once,
 * all workers are busy to the end, and works take turns.
 */
final class StretchSizes
{
    /** Seconds. */
    private const MOMENT = 1.2;
    private const MOST = 400;
    private const UNKNOWN = 2;
    /** Times as much as before, at the most. */
    private const GROWTH = 4;

    private string $job = '';
    private int $size = self::UNKNOWN;

    public function took(string $job, int $places, float $seconds): void
    {
        $before = $job === $this->job ? $this->size : self::UNKNOWN;
        $this->job = $job;
        $fits = (int) floor($places * self::MOMENT / max(0.001, $seconds));
        $this->size = max(1, min(self::MOST, $before * self::GROWTH, $fits));
    }

    public function next(string $job): int
    {
        return $job === $this->job ? $this->size : self::UNKNOWN;
    }
}
