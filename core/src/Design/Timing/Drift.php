<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Percentage;

/**
 * How a picture that fills its frame moves while it is visible: by a share of its size, there and back, again and again.
 * It starts or ends at its focus point.
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

    /** Slightly faster or slower, so that it is back at its start after the given number of seconds. */
    public function fitted(float $seconds): self
    {
        return new self($this->kind, $this->share, $seconds / (2 * max(1, round($seconds / (2 * $this->seconds)))));
    }

    /**
     * How far it has moved, eased at both ends: 0 at the start, 1 at the far end.
     *
     * @param float $seconds since it was seen first
     */
    public function way(float $seconds): float
    {
        return (1 - cos(\M_PI * $seconds / $this->seconds)) / 2;
    }
}
