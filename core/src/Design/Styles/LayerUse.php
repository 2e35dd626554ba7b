<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/**
 * What a layer is for: to be made, to be seen behind a design while working (a shirt, a frame on a wall), or to show
 * where paper is cut.
 */
enum LayerUse: string
{
    case Print = 'print';
    case Backdrop = 'backdrop';
    case Die = 'die';
}
