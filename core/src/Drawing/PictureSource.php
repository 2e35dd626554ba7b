<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** Where the SvgWriter learns what to write for a picture. */
interface PictureSource
{
    /** What the picture called `$asset` is, or null when there is none. */
    public function picture(string $asset): ?Picture;
}
