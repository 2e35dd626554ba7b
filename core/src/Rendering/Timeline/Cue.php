<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

/** Words that are seen from a frame up to, without it, another. */
final readonly class Cue
{
    public function __construct(public int $from, public int $to, public string $words)
    {
    }
}
