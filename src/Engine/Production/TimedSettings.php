<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** Settings of formats that move. */
interface TimedSettings
{
    /** Frames a second. */
    public function rate(): int;
}
