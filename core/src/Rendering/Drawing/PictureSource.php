<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Where the layout looks up pictures of a project. */
interface PictureSource
{
    /** The name of the picture a cell refers to; null if it refers to none. */
    public function named(string $cell): ?string;

    /** The picture with a name; null if there is none. */
    public function picture(string $name): ?Picture;

    /** Its brightness over its area; null if that is not known. */
    public function tones(Picture $picture): ?Tones;
}
