<?php

declare(strict_types=1);

namespace Morphea\App\Work;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/** A worker, with all it starts, steps back behind whoever waits for a page. */
#[AsEventListener]
final readonly class KindWorker
{
    private const NICE = 15;

    public function __invoke(WorkerStartedEvent $event): void
    {
        @proc_nice(self::NICE);
        // Where the system shares its processors out by sessions (see sched(7), autogroup), only this one counts between sessions.
        @file_put_contents('/proc/self/autogroup', (string) self::NICE);
    }
}
