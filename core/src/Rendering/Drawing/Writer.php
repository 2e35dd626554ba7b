<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Converts a drawing to the bytes of one format. */
interface Writer
{
    /** @param float $edge dots outside of the cut that are drawn too */
    public function write(Drawing $drawing, float $edge = 0.0): string;
}
