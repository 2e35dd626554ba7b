<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\Core\Rendering\Drawing\PictureContent;

/** The pictures a renderer asked for, in that order. */
final readonly class HavePictures
{
    /** @param list<PictureContent> $contents */
    public function __construct(public array $contents)
    {
    }
}
