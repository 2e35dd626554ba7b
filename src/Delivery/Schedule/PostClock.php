<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;

/** Workers look now and then whether anything is to be posted: no post hangs on a message that could be lost. */
#[AsEventListener]
final class PostClock
{
    /** Seconds. */
    private const LOOKS_EVERY = 10;
    private float $looked = 0.0;

    public function __construct(private readonly PostRepository $store, private readonly MessageBusInterface $bus)
    {
    }

    public function __invoke(WorkerRunningEvent $event): void
    {
        if (microtime(true) - $this->looked < self::LOOKS_EVERY) {
            return;
        }
        $this->looked = microtime(true);
        foreach ($this->store->dueProjects() as $project) {
            $this->bus->dispatch(new PublishDuePosts($project));
        }
    }
}
