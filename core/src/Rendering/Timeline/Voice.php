<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Rendering\Layout\Sound;

/** Something heard from a moment on, in seconds: speech or a sound. */
final readonly class Voice
{
    public function __construct(public Sound $sound, public float $from, public bool $speech)
    {
    }
}
