<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** What follows when a clip has ended and is still seen. */
enum AfterClip: string
{
    case Again = 'again';
    case BackAndForth = 'back-and-forth';
    case Stands = 'stands';
}
