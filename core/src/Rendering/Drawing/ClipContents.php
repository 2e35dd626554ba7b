<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Where whole clips come from. */
interface ClipContents extends PictureContents
{
    /** Its bytes: H.264 in MP4. */
    public function clip(Picture $picture): string;
}
