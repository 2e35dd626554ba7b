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
 * A worker that would do harm ends and says why: one whose code is older than the database, which could not read what is
 * asked for; one whose code is newer, until the database is migrated; one whose clock is off, which would take for left
 * behind what others are at. The work waits for others.
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
