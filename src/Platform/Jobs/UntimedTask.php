<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A job that continues for a while after everything is counted, so its time left is unknown. */
interface UntimedTask extends JobKind
{
}
