<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\ClockTask;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Worker;

/** Idle workers check whether a day has passed since the last tidying; the first of them requests it. */
final readonly class TidyUpClock implements ClockTask
{
    private const DAY = 86_400;

    public function __construct(private Connection $connection, private MessageBusInterface $bus)
    {
    }

    public function every(): int
    {
        return 600;
    }

    public function isDoneAtOnce(): bool
    {
        return true;
    }

    public function tick(Worker $worker, bool $isIdle): void
    {
        $claim = "UPDATE clock SET struck_at = ? WHERE name = 'tidy' AND struck_at < ?";
        if ($isIdle && 1 === $this->connection->executeStatement($claim, [Time::now(), Time::now() - self::DAY])) {
            $this->bus->dispatch(new TidyUp());
        }
    }
}
