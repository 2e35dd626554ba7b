<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;

/** Workers look now and then whether anything is due that nobody was asked for: nothing hangs on a message that could be lost. */
#[AsEventListener]
final class AutomationClock
{
    /** Seconds. */
    private const LOOKS_EVERY = 60;
    private int $looked;

    public function __construct(private readonly AutomationSwitch $switch, private readonly MessageBusInterface $bus)
    {
        $this->looked = time();
    }

    public function __invoke(WorkerRunningEvent $event): void
    {
        if (time() - $this->looked < self::LOOKS_EVERY) {
            return;
        }
        $this->looked = time();
        foreach ($this->switch->forgotten() as $project) {
            if ($this->switch->plan($project, microtime(true))) {
                $this->bus->dispatch(new RunAutomation($project));
            }
        }
    }
}
