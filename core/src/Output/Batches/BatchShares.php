<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Batches;

/**
 * How shared work is handed out. Batches wait in one queue, first come, first served, so members with equally many
 * batches in it get equal shares of the workers' time, however much they ordered.
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

    /** How many batches of a member may wait or be in progress at a time, over all of their jobs. */
    public function ofMember(): int
    {
        return (int) ceil(max(self::LEAST, self::A_WORKER * $this->workers) / max(1, $this->members));
    }

    /** The share of one job when the member has several. */
    public function ofWork(int $works): int
    {
        return (int) ceil($this->ofMember() / max(1, $works));
    }

    /**
     * The size of the next batch: as many pieces as fit into a moment, and fewer towards the end, so that slow and fast
     * workers finish together and nobody waits idle.
     */
    public function stretch(int $fits, int $left): int
    {
        return max(1, min($fits, (int) ceil($left / $this->ofMember())));
    }
}
