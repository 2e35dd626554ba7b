<?php

declare(strict_types=1);

namespace Morphea\App\Work;

use Doctrine\DBAL\Connection;
use Morphea\App\Storage\Dialect;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/**
 * A worker that would do harm ends and says why: one whose code is older than the database, which could not read what is
 * asked for; one whose code is newer, until the database is migrated; one whose clock is off, which would take for left
 * behind what others are at. The work waits for others.
 */
final class FitWorker
{
    /** Seconds. */
    private const LOOKS_EVERY = 10;
    private const OFF = 10.0;

    private float $looked = 0.0;

    public function __construct(
        private readonly Connection $connection,
        private readonly Dialect $dialect,
        private readonly LoggerInterface $logger,
        #[Autowire('%kernel.project_dir%/migrations')] private readonly string $migrations,
    ) {
    }

    #[AsEventListener(priority: 100)]
    public function started(WorkerStartedEvent $event): void
    {
        if (null !== ($why = $this->unfit())) {
            throw new UnfitWorker($why);
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
        $here = array_map(static fn (string $path): string => basename($path, '.php'), glob("$this->migrations/Version*.php") ?: []);
        $there = array_map(
            static fn (mixed $name): string => substr((string) strrchr("\\$name", '\\'), 1),
            $this->connection->fetchFirstColumn('SELECT version FROM doctrine_migration_versions'),
        );

        return match (true) {
            [] !== array_diff($there, $here) => 'The database is newer than the code of this worker. Start it again with the new code.',
            [] !== array_diff($here, $there) => 'The database is older than the code of this worker. Migrate it first.',
            default => null,
        };
    }
}
