<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Work whose job is kept as long as what it made: the record of a run, or of a mailing. Other jobs are kept for a day. */
interface KeptTask
{
}
