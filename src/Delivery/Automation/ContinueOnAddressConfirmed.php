<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Ways\AddressConfirmed;
use Morphea\App\Delivery\Ways\Strangers;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\MessageBusInterface;

/** Sends an email that was waiting for its address to be confirmed. */
#[AsEventListener]
final readonly class ContinueOnAddressConfirmed
{
    public function __construct(private AutomationRepository $store, private ActionRegistry $actions, private MessageBusInterface $bus)
    {
    }

    public function __invoke(AddressConfirmed $event): void
    {
        if ($this->reopens($event)) {
            $this->bus->dispatch(new RunAutomation($event->project));
        }
    }

    private function reopens(AddressConfirmed $event): bool
    {
        foreach ($this->actions->steps() as $step) {
            if ($this->store->reopen($event->project, $event->row, $step->id, Strangers::UNCONFIRMED)) {
                return true;
            }
        }

        return false;
    }
}
