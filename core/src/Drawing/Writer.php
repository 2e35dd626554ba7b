<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** Turns a drawing into bytes of one format. */
interface Writer
{
    /** @param bool $bleed all that is drawn outside of the cut too, as far as the bleed goes */
    public function write(Drawing $drawing, bool $bleed = false): string;
}
