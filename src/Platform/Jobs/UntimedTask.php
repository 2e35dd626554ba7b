<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Work that goes on for a while after everything is counted: nobody can say how long yet. */
interface UntimedTask extends JobKind
{
}
