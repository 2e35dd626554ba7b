<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Tables\RowsChanged;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/** Schedules a check shortly after rows change, because people who type in a table change more than one cell. */
#[AsEventListener]
final readonly class PlanOnRowsChanged
{
    /** Seconds. */
    private const SOON = 0.2;

    public function __construct(private AutomationSwitch $switch, private MessageBusInterface $bus, private int $quietSeconds)
    {
    }

    public function __invoke(RowsChanged $event): void
    {
        // Asked first: of most projects nothing goes by itself, and nothing is to be written then.
        if (null === $this->switch->on($event->project->id())) {
            return;
        }
        $later = max(self::SOON, $this->quietSeconds);
        if ($this->switch->plan($event->project->id(), Time::precise() + $later)) {
            $this->bus->dispatch(new RunAutomation($event->project->id()), [new DelayStamp((int) (1_000 * $later))]);
        }
    }
}
