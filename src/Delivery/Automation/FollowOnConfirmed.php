<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Forms\AddressConfirmed;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\MessageBusInterface;

/** An email that waited for its address to be confirmed goes on. */
#[AsEventListener]
final readonly class FollowOnConfirmed
{
    public function __construct(private FollowStore $store, private MessageBusInterface $bus)
    {
    }

    public function __invoke(AddressConfirmed $event): void
    {
        if ($this->store->reopen($event->project, $event->row)) {
            $this->bus->dispatch(new Follow($event->project));
        }
    }
}
