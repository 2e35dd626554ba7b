<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Where layout learns about the pictures of a project. */
interface PictureSource
{
    /** The name of the picture that a cell means, or null when none is meant by it. */
    public function named(string $cell): ?string;

    /** The picture of a name; null when there is none. */
    public function picture(string $name): ?Picture;

    /** How light it is where; null where that is not known. */
    public function tones(Picture $picture): ?Tones;
}
