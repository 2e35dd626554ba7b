<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\PictureContents;

/** A single colour in place of any picture with its name. */
final readonly class Blank implements PictureContents
{
    public function __construct(private string $colour)
    {
    }

    public function content(Picture $picture, PictureLook $look): PictureContent
    {
        return PictureContent::drawn("<rect width=\"$picture->width\" height=\"$picture->height\" fill=\"$this->colour\"/>");
    }
}
