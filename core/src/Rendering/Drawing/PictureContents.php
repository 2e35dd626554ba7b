<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\PictureLook;

/** Where writers get pictures from, as they are to look. */
interface PictureContents
{
    public function content(Picture $picture, PictureLook $look): PictureContent;
}
