<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

/**
 * How a picture fills its frame: whole inside it, over all of it (cut), pulled to its shape, or at its true size: a dot
 * for each pixel, drawings as large as they say they are.
 */
enum PictureFit: string
{
    case Contain = 'contain';
    case Cover = 'cover';
    case Stretch = 'stretch';
    case TrueSize = 'true-size';
}
