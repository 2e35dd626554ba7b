<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Batches;

/**
 * How many pieces of shared work a worker takes at a time: about as many as it makes in a moment, so that stopping is
 * quick, little is lost when a worker vanishes, and jobs take turns.
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
     * The size of the next batch, after a number of pieces took a number of seconds.
     *
     * @param int $before that were thought to fit
     */
    public static function after(int $before, int $places, float $seconds): int
    {
        return max(1, min(self::MOST, $before * self::GROWTH, (int) floor($places * self::MOMENT / max(0.001, $seconds))));
    }
}
