<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** A sound as timing knows it: what it is called, the hash of its bytes, and how long it lasts in seconds. */
final readonly class Sound
{
    public function __construct(public string $name, public string $hash, public float $seconds)
    {
    }
}
