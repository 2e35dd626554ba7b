<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\Frame;
use Morphea\Core\Template\PictureLook;
use Morphea\Core\Template\Shadow;

/** A picture of the project, by name, pulled to a box; cut to an outline, with a border drawn along it and a shadow of what is seen. */
final readonly class PictureItem implements Item
{
    /**
     * @param RectangleItem|EllipseItem|PolygonItem|PathItem|null $outline its paint draws the border; null for all of
     * the picture, without one
     */
    public function __construct(
        public string $asset,
        public PictureLook $look,
        public Frame $box,
        public ?Item $outline = null,
        public bool $cut = false,
        public ?Shadow $shadow = null,
    ) {
    }
}
