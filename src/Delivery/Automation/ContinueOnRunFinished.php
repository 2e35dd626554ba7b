<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Runs\Runs\RunFinished;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\MessageBusInterface;

/** Moves rows on to the next step when a run has made their pieces. */
#[AsEventListener]
final readonly class ContinueOnRunFinished
{
    public function __construct(private AutomationRepository $store, private MessageBusInterface $bus)
    {
    }

    public function __invoke(RunFinished $event): void
    {
        if ($this->store->waitsFor($event->run->project(), $event->run->id())) {
            $this->bus->dispatch(new RunAutomation($event->run->project()->id()));
        }
    }
}
