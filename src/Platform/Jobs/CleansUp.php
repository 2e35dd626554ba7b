<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A job with data outside its own folder, which is deleted when it is stopped. */
interface CleansUp extends JobKind
{
    public function clearUp(Job $job): void;
}
