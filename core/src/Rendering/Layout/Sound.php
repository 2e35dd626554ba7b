<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** A sound as needed for timing: its name, the hash of its bytes, and its length in seconds. */
final readonly class Sound
{
    public function __construct(public string $name, public string $hash, public float $seconds)
    {
    }
}
