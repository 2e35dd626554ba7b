<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** How a picture fills its frame: whole inside it, over all of it (cut), or pulled to its shape. */
enum PictureFit: string
{
    case Contain = 'contain';
    case Cover = 'cover';
    case Stretch = 'stretch';
}
