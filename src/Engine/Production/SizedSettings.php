<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** Settings of formats that are made of pixels. */
interface SizedSettings
{
    public function size(): PictureSize;
}
