<?php

declare(strict_types=1);

namespace Morphea\App\Render\Ask;

use Morphea\Core\Drawing\PictureContent;

/** Pictures that a renderer asked for, in that order. */
final readonly class HavePictures
{
    /** @param list<PictureContent> $contents */
    public function __construct(public array $contents)
    {
    }
}
