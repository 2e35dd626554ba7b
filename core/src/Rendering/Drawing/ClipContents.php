<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Where clips come from as a whole, whatever moment of them is meant. */
interface ClipContents extends PictureContents
{
    /** Its bytes: H.264 in MP4. */
    public function clip(Picture $picture): string;
}
