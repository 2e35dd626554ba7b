<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/** Whether a picture is darkened or lightened behind text. */
enum GroundShade: string
{
    case None = 'none';
    /** Darker, or lighter, as far as the words need to stand out from it. */
    case AsNeeded = 'as-needed';
    /** Blurred, and then as far as they still need. */
    case Blurred = 'blurred';
}
