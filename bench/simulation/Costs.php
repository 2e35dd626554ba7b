<?php

declare(strict_types=1);

namespace Morphea\Bench\Simulation;

/** What a piece costs, as it was measured; all in seconds. */
final readonly class Costs
{
    /**
     * @param float $piece   of a processor, to lay it out, draw it and speak to the others
     * @param float $query   of the database, for what is noted of it
     * @param float $stretch of the database, for a stretch: taken out of the queue, noted, the next one handed out
     * @param float $write   that a write into the store takes; its maker waits for it
     * @param float $busy    of that, in which the store can do nothing else
     */
    public function __construct(
        public float $piece,
        public float $query,
        public float $stretch,
        public float $write,
        public float $busy,
    ) {
    }
}
