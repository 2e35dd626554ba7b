<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Batches;

/**
 * How many places of shared work a worker takes at a time: about as many as it does in a moment, so that a stop is felt
 * at once, little is lost with a worker that vanishes, and works take turns.
 */
final readonly class Batch
{
    /** Of which nobody knows yet how long one takes. */
    public const FIRST = 2;
    /** Seconds. */
    public const MOMENT = 1.2;
    private const MOST = 400;
    /** Times as much as before, at the most. */
    private const GROWTH = 4;

    /**
     * How many fit, after so many were done in so many seconds.
     *
     * @param int $before that were thought to fit
     */
    public static function after(int $before, int $places, float $seconds): int
    {
        return max(1, min(self::MOST, $before * self::GROWTH, (int) floor($places * self::MOMENT / max(0.001, $seconds))));
    }
}
