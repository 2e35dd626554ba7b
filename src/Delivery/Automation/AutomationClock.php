<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\ClockTask;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Worker;

/** Starts automations that are due. */
final readonly class AutomationClock implements ClockTask
{
    public function __construct(private AutomationSwitch $switch, private MessageBusInterface $bus)
    {
    }

    public function every(): int
    {
        return 60;
    }

    public function isDoneAtOnce(): bool
    {
        return false;
    }

    public function tick(Worker $worker, bool $isIdle): void
    {
        foreach ($this->switch->forgotten() as $project) {
            if ($this->switch->plan($project, Time::precise())) {
                $this->bus->dispatch(new RunAutomation($project));
            }
        }
    }
}
