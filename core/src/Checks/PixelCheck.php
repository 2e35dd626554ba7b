<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** A check that needs drawn pixels. These are slower and run after the checks of the layout. */
interface PixelCheck extends Check
{
}
