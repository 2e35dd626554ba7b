<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Time;

/** What follows when a clip has ended and is still seen. */
enum AfterClip: string
{
    case Again = 'again';
    case BackAndForth = 'back-and-forth';
    case Stands = 'stands';
}
