<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Database\Transition;
use Morphea\Core\Message;

/** What workers record about a job while they do it, by plain statements, so that nobody overwrites anybody. */
final readonly class JobRecorder
{
    public function __construct(private Connection $connection, private Transition $transition)
    {
    }

    /** Asks the database rather than this process's memory. */
    public function isWanted(string $job): bool
    {
        return \in_array(
            $this->connection->fetchOne('SELECT state FROM job WHERE id = ?', [$job]),
            [JobState::Waiting->value, JobState::Working->value],
            true,
        );
    }

    /** Why it cannot go on at the moment; empty if it can. */
    public function trouble(string $job, ?Message $why): void
    {
        $this->connection->executeStatement('UPDATE job SET error = ?, touched_at = ? WHERE id = ? AND error <> ?', [
            $stored = (string) $why?->stored(),
            Time::precise(),
            $job,
            $stored,
        ]);
    }

    /** A worker is doing a part of it. */
    public function working(string $job): void
    {
        $this->transition->make('job', ['id' => $job], JobState::Working, from: [JobState::Waiting]);
        $this->connection->executeStatement('UPDATE job SET started_at = ? WHERE id = ? AND started_at IS NULL', [Time::precise(), $job]);
    }

    /** @throws JobStoppedException when nobody wants it any more */
    public function report(string $job, int $done, ?int $total): void
    {
        $set = null === $total ? '' : ', total = ' . $total;
        if (
            1 !==
            $this->connection->executeStatement("UPDATE job SET done = ?$set WHERE id = ? AND state = ?", [
                $done,
                $job,
                JobState::Working->value,
            ])
        ) {
            throw new JobStoppedException();
        }
    }

    /** @return int|null which try it is; null where there is nothing to be done any more */
    public function begin(string $job): ?int
    {
        $fresh = ['started_at' => Time::precise(), 'done' => 0];
        $begun = $this->transition->make('job', ['id' => $job], JobState::Working, $fresh, ['tries = tries + 1']);

        return 1 === $begun ? (int) $this->connection->fetchOne('SELECT tries FROM job WHERE id = ?', [$job]) : null;
    }

    /** An attempt that failed for a reason outside the job: no worker died of it. */
    public function unbegin(string $job): void
    {
        $this->connection->executeStatement('UPDATE job SET tries = tries - 1 WHERE id = ? AND tries > 0', [$job]);
    }

    /**
     * @param array<string, mixed> $outcome
     *
     * @throws JobStoppedException when nobody wants it any more
     */
    public function end(string $job, array $outcome): void
    {
        $ended = $this->transition->make('job', ['id' => $job], JobState::Done, [
            'outcome' => json_encode($outcome, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE),
            'error' => '',
            'ended_at' => Time::stamp(),
        ], ['done = COALESCE(total, done)']);
        if (1 !== $ended) {
            throw new JobStoppedException();
        }
    }

    public function fail(string $job, Message|string $why): void
    {
        $this->transition->make(
            'job',
            ['id' => $job],
            JobState::Failed,
            ['error' => $why instanceof Message ? $why->stored() : $why, 'ended_at' => Time::stamp()],
        );
    }
}
