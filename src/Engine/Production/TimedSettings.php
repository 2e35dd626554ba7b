<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** Settings of moving formats. */
interface TimedSettings
{
    /** Frames per second. */
    public function rate(): int;
}
