<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Clock\Time;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** Runs a worker's clock tasks between its messages. */
#[AsEventListener]
final class WorkerClock
{
    /** @var array<string, float> when each was done last, by class */
    private array $done = [];

    /** @param iterable<ClockTask> $tasks */
    public function __construct(#[AutowireIterator(ClockTask::class)] private readonly iterable $tasks)
    {
    }

    public function __invoke(WorkerRunningEvent $event): void
    {
        $now = Time::precise();
        foreach ($this->tasks as $task) {
            $this->done[$task::class] ??= $task->isDoneAtOnce() ? $now - $task->every() : $now;
            if ($now - $this->done[$task::class] >= $task->every()) {
                $this->done[$task::class] = $now;
                $task->tick($event->getWorker(), $event->isWorkerIdle());
            }
        }
    }
}
