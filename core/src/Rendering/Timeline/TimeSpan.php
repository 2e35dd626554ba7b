<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

/** Frames from one up to, but not including, another, during which nothing changes or something is moving. */
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
