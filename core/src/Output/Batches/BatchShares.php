<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Batches;

/**
 * How much of shared work is handed out at a time. Stretches wait in one queue, first come, first served; so who has as
 * many of them there as another gets as much of the workers' time, however much they have asked for.
 */
final readonly class BatchShares
{
    /** Stretches that are there for each worker: one that it is at, and one that waits for it. */
    private const A_WORKER = 2;
    private const LEAST = 8;

    /**
     * @param int $workers that are there
     * @param int $members that want something
     */
    public function __construct(private int $workers, private int $members)
    {
    }

    /** Stretches of all works of a member that may wait or be worked on at a time. */
    public function ofMember(): int
    {
        return (int) ceil(max(self::LEAST, self::A_WORKER * $this->workers) / max(1, $this->members));
    }

    /** Of one of so many works of a member. */
    public function ofWork(int $works): int
    {
        return (int) ceil($this->ofMember() / max(1, $works));
    }

    /**
     * Places of the next stretch of work that has so many left: as many as were found to fit a moment, and fewer and fewer
     * towards the end, so that slow and fast workers come to it together. Where others wait, too, nobody is idle then.
     */
    public function stretch(int $fits, int $left): int
    {
        return max(1, min($fits, (int) ceil($left / $this->ofMember())));
    }
}
