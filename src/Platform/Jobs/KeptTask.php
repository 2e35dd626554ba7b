<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A job that is kept as long as its result: the record of a run or of a mailing. Other jobs are kept for a day. */
interface KeptTask
{
}
