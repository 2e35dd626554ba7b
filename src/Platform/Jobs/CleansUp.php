<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Work that has things elsewhere than in its own folder, which go when it is stopped. */
interface CleansUp extends JobKind
{
    public function clearUp(Job $job): void;
}
