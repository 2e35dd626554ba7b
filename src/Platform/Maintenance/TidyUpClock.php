<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Doctrine\DBAL\Connection;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;

/** Idle workers look now and then whether a day has passed since the last tidying; of many the first one asks for it. */
#[AsEventListener]
final class TidyUpClock
{
    private const DAY = 86_400;
    private const LOOKS_EVERY = 600;

    private int $looked = 0;

    public function __construct(private readonly Connection $connection, private readonly MessageBusInterface $bus)
    {
    }

    public function __invoke(WorkerRunningEvent $event): void
    {
        if (!$event->isWorkerIdle() || time() - $this->looked < self::LOOKS_EVERY) {
            return;
        }
        $this->looked = time();
        if (
            1 ===
            $this->connection->executeStatement("UPDATE clock SET struck_at = ? WHERE name = 'tidy' AND struck_at < ?", [
                time(),
                time() - self::DAY,
            ])
        ) {
            $this->bus->dispatch(new TidyUp());
        }
    }
}
