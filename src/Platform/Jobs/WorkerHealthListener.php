<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Database\SchemaVersion;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/**
 * A worker that would do harm ends and says why: one whose code is older than the database, which could not read what is
 * asked for; one whose code is newer, until the database is migrated; one whose clock is off, which would take for left
 * behind what others are at. The work waits for others.
 */
final class WorkerHealthListener
{
    /** Seconds. */
    private const LOOKS_EVERY = 10;
    private const OFF = 10.0;

    private float $looked = 0.0;

    public function __construct(
        private readonly Dialect $dialect,
        private readonly SchemaVersion $versions,
        private readonly LoggerInterface $logger,
    ) {
    }

    #[AsEventListener(priority: 100)]
    public function started(WorkerStartedEvent $event): void
    {
        if (null !== ($why = $this->unfit())) {
            throw new UnfitWorkerException($why);
        }
    }

    #[AsEventListener(priority: 100)]
    public function running(WorkerRunningEvent $event): void
    {
        if (microtime(true) - $this->looked < self::LOOKS_EVERY) {
            return;
        }
        $this->looked = microtime(true);
        if (null !== ($why = $this->unfit())) {
            $this->logger->error($why);
            $event->getWorker()->stop();
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
