<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;

/** Workers look now and then whether anything is due that nobody was asked for: nothing hangs on a message that could be lost. */
#[AsEventListener]
final class FollowClock
{
    /** Seconds. */
    private const LOOKS_EVERY = 60;
    private int $looked;

    public function __construct(private readonly FollowStore $store, private readonly MessageBusInterface $bus)
    {
        $this->looked = time();
    }

    public function __invoke(WorkerRunningEvent $event): void
    {
        if (time() - $this->looked < self::LOOKS_EVERY) {
            return;
        }
        $this->looked = time();
        foreach ($this->store->forgotten() as $project) {
            if ($this->store->plan($project, microtime(true))) {
                $this->bus->dispatch(new Follow($project));
            }
        }
    }
}
