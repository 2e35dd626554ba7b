<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\PictureLook;

/** Where layout and drawing learn about the pictures of a project. */
interface PictureSource
{
    /** The name of the picture that a cell means, or null when none is meant by it. */
    public function named(string $cell): ?string;

    /** What the picture of a name is, as it looks; null when there is none. */
    public function picture(string $asset, PictureLook $look = new PictureLook()): ?Picture;
}
