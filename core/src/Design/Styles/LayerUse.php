<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/**
 * What a layer is for: to be printed, to be shown behind a design while editing (a shirt, a frame on a wall), or to mark
 * where a die cuts.
 */
enum LayerUse: string
{
    case Print = 'print';
    case Backdrop = 'backdrop';
    case Die = 'die';
}
