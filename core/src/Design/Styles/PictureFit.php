<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/**
 * How a picture fills its frame: fitted inside, filling it (cropped), stretched, or at its own size, with one dot for
 * each pixel and drawings at the size they state.
 */
enum PictureFit: string
{
    case Contain = 'contain';
    case Cover = 'cover';
    case Stretch = 'stretch';
    case TrueSize = 'true-size';
}
