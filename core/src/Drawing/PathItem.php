<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Graphic\PathData;

/** An outline of lines and curves, already at its place. */
final readonly class PathItem implements Item
{
    public function __construct(public PathData $path, public Paint $paint)
    {
    }
}
