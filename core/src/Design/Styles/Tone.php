<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/** The colours a picture is shown in: its own, greys, or one colour from dark to white. */
enum Tone: string
{
    case AsItIs = 'as-it-is';
    case Grey = 'grey';
    case Tint = 'tint';
}
