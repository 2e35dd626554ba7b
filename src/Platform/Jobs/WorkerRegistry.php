<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;
use Symfony\Component\Messenger\Event\WorkerStoppedEvent;
use Symfony\Component\Messenger\Worker;

/** Which workers are running on all machines: each reports from time to time. */
final class WorkerRegistry implements ClockTask
{
    /** Seconds between two times. */
    private const SAYS_EVERY = 10;
    /** Seconds after which one that said nothing is not there any more; it may be at something long. */
    private const GONE = 120;

    private readonly string $id;
    private readonly float $started;
    private float $said = 0.0;
    /** Pieces made since then. */
    private int $made = 0;

    public function __construct(private readonly Connection $connection)
    {
        $this->id = \sprintf('%s/%d/%s', mb_substr((string) gethostname(), 0, 50), getmypid(), bin2hex(random_bytes(4)));
        $this->started = Time::precise();
    }

    #[AsEventListener(WorkerStartedEvent::class, priority: -20)]
    public function markHere(): void
    {
        [$before, $this->said] = [0.0 === $this->said ? $this->started : $this->said, Time::precise()];
        $pace = $this->made / max(1.0, $this->said - $before);
        $this->made = 0;
        $this->connection->executeStatement(
            'INSERT INTO worker (id, started_at, seen_at, pace) VALUES (?, ?, ?, ?)
                ON CONFLICT (id) DO UPDATE SET seen_at = excluded.seen_at, pace = excluded.pace',
            [$this->id, $this->started, $this->said, $pace],
        );
        $this->connection->executeStatement('DELETE FROM worker WHERE seen_at < ?', [$this->said - self::GONE]);
    }

    public function every(): int
    {
        return self::SAYS_EVERY;
    }

    public function isDoneAtOnce(): bool
    {
        return false;
    }

    public function tick(Worker $worker, bool $isIdle): void
    {
        $this->markHere();
    }

    /** Counts pieces made by this worker. */
    public function addMade(int $pieces): void
    {
        $this->made += $pieces;
    }

    #[AsEventListener(WorkerStoppedEvent::class)]
    public function markGone(): void
    {
        $this->connection->executeStatement('DELETE FROM worker WHERE id = ?', [$this->id]);
    }

    public function count(): int
    {
        return (int) $this->connection->fetchOne('SELECT COUNT(*) FROM worker WHERE seen_at > ?', [Time::precise() - self::GONE]);
    }

    /** Pieces per second of all workers together. */
    public function pace(): float
    {
        return (float) $this->connection->fetchOne('SELECT COALESCE(SUM(pace), 0) FROM worker WHERE seen_at > ?', [
            Time::precise() - 3 * self::SAYS_EVERY,
        ]);
    }
}
