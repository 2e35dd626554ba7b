<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\Messenger\Worker;

/**
 * Something every worker does from time to time, so that nothing depends on a message that could get lost. Several
 * workers do it at about the same time: whatever must happen once is claimed by a statement on one row.
 */
#[AutoconfigureTag]
interface ClockTask
{
    /** @return int seconds between two times */
    public function every(): int;

    /** Whether it runs as soon as a worker starts, or after the first interval. */
    public function isDoneAtOnce(): bool;

    public function tick(Worker $worker, bool $isIdle): void;
}
