<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

/** Text that is visible from one frame up to, but not including, another. */
final readonly class Cue
{
    public function __construct(public int $from, public int $to, public string $words)
    {
    }
}
