<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Database\SchemaVersion;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;
use Symfony\Component\Messenger\Worker;

/**
 * Ends workers that would do harm and says why: one with code older than the database, which could not read its jobs;
 * one with newer code, until the database is migrated; one whose clock is off, which would take others' work for
 * abandoned. The work waits for other workers.
 */
#[AsTaggedItem(priority: 100)]
final readonly class WorkerHealthListener implements ClockTask
{
    /** Seconds. */
    private const OFF = 10.0;

    public function __construct(
        private Dialect $dialect,
        private SchemaVersion $versions,
        private LoggerInterface $logger,
    ) {
    }

    #[AsEventListener(priority: 100)]
    public function started(WorkerStartedEvent $event): void
    {
        if (null !== ($why = $this->unfit())) {
            throw new UnfitWorkerException($why);
        }
    }

    public function every(): int
    {
        return 10;
    }

    public function isDoneAtOnce(): bool
    {
        return true;
    }

    public function tick(Worker $worker, bool $isIdle): void
    {
        if (null !== ($why = $this->unfit())) {
            $this->logger->error($why);
            $worker->stop();
        }
    }

    /** @return string|null why this worker must not go on */
    public function unfit(): ?string
    {
        $off = $this->dialect->clockOff();
        if (abs($off) > self::OFF) {
            return \sprintf(
                'The clock of this machine is %d seconds %s that of the database. Set it (NTP), and start the worker again.',
                (int) round(abs($off)),
                $off > 0 ? 'ahead of' : 'behind',
            );
        }

        return match (true) {
            $this->versions->isDatabaseNewer() => 'The database is newer than the code of this worker. Start it again with the new code.',
            $this->versions->isDatabaseOlder() => 'The database is older than the code of this worker. Migrate it first.',
            default => null,
        };
    }
}
