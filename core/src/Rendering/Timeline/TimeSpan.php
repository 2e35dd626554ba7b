<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

/** Frames, from one up to, without it, another, in which nothing changes, or in which something is on its way. */
final readonly class TimeSpan
{
    public function __construct(public int $from, public int $to, public bool $moves)
    {
    }

    public function frames(): int
    {
        return $this->to - $this->from;
    }
}
