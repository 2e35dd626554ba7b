<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** What happens when a clip ends while its layer is still visible. */
enum AfterClip: string
{
    case Again = 'again';
    case BackAndForth = 'back-and-forth';
    case Stands = 'stands';
}
