<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/** Gives a worker and all it starts a lower priority than whoever is waiting for a page. */
#[AsEventListener]
final readonly class WorkerPriorityListener
{
    public function __construct(#[Autowire('%env(int:MORPHEA_NICE)%')] private int $nice)
    {
    }

    public function __invoke(WorkerStartedEvent $event): void
    {
        if (0 === $this->nice) {
            return;
        }
        @proc_nice($this->nice);
        // Where the system shares its processors out by sessions (see sched(7), autogroup), only this one counts between sessions.
        @file_put_contents('/proc/self/autogroup', (string) $this->nice);
    }
}
