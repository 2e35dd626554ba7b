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
    }
}
