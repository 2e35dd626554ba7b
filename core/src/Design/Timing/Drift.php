<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Percentage;

/**
 * How a picture that covers its frame moves in it while it is seen: a share of its size, there in so many seconds, back
 * in as many, and on. It ends at what must stay in sight, or begins there.
 */
final readonly class Drift
{
    public function __construct(
        #[Choice('drift')]
        public DriftKind $kind = DriftKind::None,
        #[Percentage('how_far_it_drifts')]
        public float $share = 0.12,
        #[Number('time_it_drifts_one_way', 1, 60)]
        public float $seconds = 10.0,
    ) {
    }

    /** A little faster or slower, so that after so many seconds it is where it began. */
    public function fitted(float $seconds): self
    {
        return new self($this->kind, $this->share, $seconds / (2 * max(1, round($seconds / (2 * $this->seconds)))));
    }

    /**
     * How far it has got, softly at both ends: 0 where it begins, 1 at the other end.
     *
     * @param float $seconds since it was seen first
     */
    public function way(float $seconds): float
    {
        return (1 - cos(\M_PI * $seconds / $this->seconds)) / 2;
    }
}
