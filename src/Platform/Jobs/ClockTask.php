<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\Messenger\Worker;

/**
 * Something that every worker does now and then, so that nothing hangs on a message that could be lost. Several workers do it
 * at about the same time: whatever must be done once is claimed by a statement of one row.
 */
#[AutoconfigureTag]
interface ClockTask
{
    /** @return int seconds between two times */
    public function every(): int;

    /** Whether it is done as soon as a worker runs, or after the first pause. */
    public function isDoneAtOnce(): bool;

    public function tick(Worker $worker, bool $isIdle): void;
}
