<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Clock\Time;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Worker;

/**
 * Makes sure that no job depends on a message that could get lost, for example when a queue is emptied or a worker does
 * not understand a message: a job in progress that is older than everything waiting is requested again. It may be done
 * twice.
 */
final readonly class LostJobRecovery implements ClockTask
{
    /** Seconds. */
    private const SURELY = 60;

    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private JobDispatcher $desk,
        private JobQueue $queue,
        private JobKindRegistry $kinds,
        private LoggerInterface $logger,
    ) {
    }

    public function every(): int
    {
        return 60;
    }

    public function isDoneAtOnce(): bool
    {
        return false;
    }

    public function tick(Worker $worker, bool $isIdle): void
    {
        $this->find(Time::precise());
    }

    /** @return int how many were lost, as of a time */
    public function find(float $now): int
    {
        $since = (float) ($this->queue->oldestMessage()?->format('U') ?? $now);
        $before = min($now, $since) - self::SURELY;
        $lost = 0;
        $under = [JobState::Waiting->value, JobState::Working->value];
        // One of which nothing is handed out only waits for its turn, as long as its owner has others at which somebody is.
        foreach ($this->connection->fetchFirstColumn(
            'SELECT id FROM job WHERE state IN (?) AND touched_at > 0 AND touched_at < ? AND (handed > 0 OR kind NOT IN (?) OR NOT EXISTS
                (SELECT 1 FROM job other WHERE other.owner_id = job.owner_id AND other.state IN (?) AND other.handed > 0))',
            [$under, $before, $this->kinds->shared(), $under],
            [0 => ArrayParameterType::STRING, 2 => ArrayParameterType::STRING, 3 => ArrayParameterType::STRING],
        ) as $id) {
            // Of several workers that see it one asks.
            $mine = $this->connection->executeStatement('UPDATE job SET touched_at = ? WHERE id = ? AND touched_at < ?', [
                $now,
                $id,
                $before,
            ]);
            $job = 1 === (int) $mine ? $this->entities->find(Job::class, $id) : null;
            if (null !== $job) {
                $this->logger->warning('The job {job} had no message any more, and is asked for again.', ['job' => $id]);
                $this->desk->ask($job);
                ++$lost;
            }
        }

        return $lost;
    }
}
