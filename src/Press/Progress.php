<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Morphea\App\Work\TimeLeft;

/** How far a run is. `rate` is pieces a second over the last seconds, null while nothing can be said. */
final readonly class Progress
{
    /** Seconds the rate looks back. */
    public const WINDOW = 10;

    public function __construct(public int $total, public int $made, public int $notMade, public ?float $rate)
    {
    }

    public function done(): int
    {
        return $this->made + $this->notMade;
    }

    public function percent(): int
    {
        return $this->total > 0 ? (int) floor((100 * $this->done()) / $this->total) : 100;
    }

    /** In words: "3 s left", "2 min left". */
    public function timeLeft(): ?string
    {
        if (null === $this->rate || $this->rate <= 0) {
            return null;
        }

        return TimeLeft::words(($this->total - $this->done()) / $this->rate);
    }
}
