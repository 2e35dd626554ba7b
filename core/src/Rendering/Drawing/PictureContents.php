<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\PictureLook;

/** Where writers get pictures from, with their colours changed. */
interface PictureContents
{
    public function content(Picture $picture, PictureLook $look): PictureContent;
}
