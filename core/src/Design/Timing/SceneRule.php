<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** What decides how long a scene lasts. */
enum SceneRule: string
{
    case Seconds = 'seconds';
    /** As long as it takes to read what comes with it. */
    case Reading = 'reading';
    /** As long as what is heard with it. */
    case Sound = 'sound';
}
