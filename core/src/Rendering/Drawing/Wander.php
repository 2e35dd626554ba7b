<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Timing\Drift;

/** The two boxes between which a picture drifts. */
final readonly class Wander
{
    public function __construct(public Frame $from, public Frame $to, public Drift $drift)
    {
    }

    /** @param float $seconds since it was seen first */
    public function box(float $seconds): Frame
    {
        $way = $this->drift->way($seconds);
        $between = static fn (float $from, float $to): float => $from + ($to - $from) * $way;

        return new Frame(
            $between($this->from->x, $this->to->x),
            $between($this->from->y, $this->to->y),
            $between($this->from->width, $this->to->width),
            $between($this->from->height, $this->to->height),
        );
    }
}
