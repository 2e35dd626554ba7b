<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Turns a drawing into bytes of one format. */
interface Writer
{
    /** @param float $edge dots outside of the cut that are drawn too */
    public function write(Drawing $drawing, float $edge = 0.0): string;
}
