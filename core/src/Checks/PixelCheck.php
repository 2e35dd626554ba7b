<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** A check that looks at drawn pixels, which takes longer: it comes after all that the layout tells. */
interface PixelCheck extends Check
{
}
