<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** Settings of formats made of pixels. */
interface SizedSettings
{
    public function size(): PictureSize;
}
