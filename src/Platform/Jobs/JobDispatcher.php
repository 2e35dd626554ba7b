<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Database\Transition;
use Morphea\Core\Output\Batches\Batch;
use Morphea\Core\Output\Batches\BatchShares;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportNamesStamp;

/**
 * Starts jobs, finds them, and stops them. What changes while a worker is busy is written by plain statements, so that
 * nobody overwrites anybody.
 */
final readonly class JobDispatcher
{
    /** Where messages wait: somebody waits for what is done soon, and workers take it before anything else. */
    private const SOON = 'priority';
    public const LONG = 'runs';

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Dialect $dialect,
        private Transition $transition,
        private MessageBusInterface $bus,
        private FilesystemOperator $files,
        private JobKindRegistry $kinds,
        private WorkerRegistry $workers,
    ) {
    }

    /**
     * Creates a job without asking a worker yet, so that its files can be put into its folder first.
     *
     * @param array<string, mixed> $facts
     * @param string               $ref   by which it is found again, where it is not by its id
     */
    public function note(
        string $kind,
        Member $owner,
        ?JobSubject $project,
        array $facts,
        ?int $total = null,
        string $ref = '',
    ): Job {
        $job = new Job($owner, $project, $kind, $ref, $facts, $total);
        $this->entities->persist($job);
        $this->entities->flush();

        return $job;
    }

    /** Asks workers to do it, from where it is. */
    public function ask(Job $job): void
    {
        $kind = $this->kinds->get($job);
        $this->connection->executeStatement(
            'UPDATE job SET given = 0, handed = 0, fits = ?, touched_at = ? WHERE id = ?',
            [Batch::FIRST, Time::precise(), $job->id()],
        );
        if (!($kind instanceof SharedTask)) {
            $this->bus->dispatch(new RunJob($job->id()), [new TransportNamesStamp(self::SOON)]);
        } elseif ($kind->isDone($job)) {
            // What is left is to put it together.
            $this->askToFinish($job);
        } else {
            $this->handOut($job);
        }
    }

    /** A batch ended, whatever its outcome. */
    public function cameBack(Job $job, int $places, float $seconds): void
    {
        $fits = (int) $this->connection->fetchOne('SELECT fits FROM job WHERE id = ?', [$job->id()]);
        $this->connection->executeStatement(
            'UPDATE job SET handed = CASE WHEN handed > 0 THEN handed - 1 ELSE 0 END, fits = ?, touched_at = ? WHERE id = ?',
            [Batch::after($fits, $places, $seconds), Time::precise(), $job->id()],
        );
    }

    /**
     * Queues more batches of a member's jobs, up to the member's share, so that jobs take turns and nobody waits for all
     * of another's. Paced jobs have one batch at a time.
     */
    public function handOut(Job $job): void
    {
        if ($this->kinds->get($job) instanceof PacedTask) {
            $this->handOutNext($job, 1, new BatchShares(0, 1));

            return;
        }
        $under = [JobState::Waiting->value, JobState::Working->value];
        $kinds = $this->kinds->shared();
        $types = [ArrayParameterType::STRING, ArrayParameterType::STRING];
        $members = 'SELECT COUNT(DISTINCT owner_id) FROM job WHERE state IN (?) AND kind IN (?)';
        $shares = new BatchShares($this->workers->count(), (int) $this->connection->fetchOne($members, [$under, $kinds], $types));
        $works = array_map(intval(...), $this->connection->fetchAllKeyValue(
            'SELECT id, handed FROM job WHERE state IN (?) AND kind IN (?) AND owner_id = ? ORDER BY handed, touched_at',
            [$under, $kinds, $job->owner()->id()],
            $types,
        ));
        $most = $shares->ofWork(\count($works));
        for ($there = array_sum($works); $there < $shares->ofMember() && [] !== $works; ++$there) {
            asort($works);
            $id = (string) array_key_first($works);
            $work = $works[$id] < $most ? $this->entities->find(Job::class, $id) : null;
            if (null === $work || !$this->handOutNext($work, $most, $shares)) {
                unset($works[$id]);
                --$there;
            } else {
                ++$works[$id];
            }
        }
    }

    /** @return bool whether there was anything left of it */
    private function handOutNext(Job $job, int $most, BatchShares $shares): bool
    {
        $kind = $this->kinds->get($job);

        return $kind instanceof SharedTask && $this->connection->transactional(function () use ($job, $kind, $most, $shares): bool {
            $found = $this->connection->fetchAssociative('SELECT given, handed, fits FROM job WHERE id = ?' . $this->dialect->held(), [
                $job->id(),
            ]);
            if (false === $found || (int) $found['handed'] >= $most) {
                return false;
            }
            $given = (int) $found['given'];
            $next = $kind->next($job, $given, $shares->stretch((int) $found['fits'], (int) $job->total() - $given));
            if (null === $next) {
                return false;
            }
            $this->connection->executeStatement('UPDATE job SET given = ?, handed = handed + 1, touched_at = ? WHERE id = ?', [
                $next[1],
                Time::precise(),
                $job->id(),
            ]);
            $later = $kind instanceof PacedTask ? [new DelayStamp($kind->pause($job))] : [];
            $this->bus->dispatch(new RunJob($job->id(), ...$next), [new TransportNamesStamp(self::LONG), ...$later]);

            return true;
        });
    }

    /** @param list<array{int, int}> $stretches of shared work */
    public function askFor(Job $job, array $stretches): void
    {
        $this->connection->transactional(function () use ($job, $stretches): void {
            foreach ($stretches as [$from, $to]) {
                $this->bus->dispatch(new RunJob($job->id(), $from, $to), [new TransportNamesStamp(self::LONG)]);
            }
        });
    }

    public function askToFinish(Job $job): void
    {
        $this->bus->dispatch(new RunJob($job->id()), [new TransportNamesStamp(self::LONG)]);
    }

    public function progress(Job $job): Progress
    {
        $kind = $this->kinds->get($job);

        return $kind instanceof SharedTask ? $kind->progress($job) : Progress::of($job);
    }

    public function view(Job $job): JobView
    {
        $kind = $this->kinds->get($job);

        return new JobView($job->id(), $this->progress($job), $kind->counts(), !($kind instanceof UntimedTask));
    }

    /** Nobody waits for it any more: a job that can be continued is stopped, any other is deleted. */
    public function leave(Job $job): void
    {
        $kind = $this->kinds->get($job);
        $kind instanceof SharedTask ? $this->stop($job) : $this->forget($job);
        if ($kind instanceof CleansUp) {
            $kind->clearUp($job);
        }
    }

    /** Stops a job that can be continued; a busy worker notices. */
    public function stop(Job $job): void
    {
        $this->transition->make('job', ['id' => $job->id()], JobState::Stopped, ['ended_at' => Time::stamp()]);
        $this->entities->refresh($job);
        $this->makeWay($job);
    }

    public function goOn(Job $job): void
    {
        $fresh = ['ended_at' => null, 'error' => ''];
        if (1 === $this->transition->make('job', ['id' => $job->id()], JobState::Waiting, $fresh, from: [JobState::Stopped])) {
            $this->entities->refresh($job);
            $this->ask($job);
        }
    }

    /** A shared job that ended and of which some parts must be done again. */
    public function begin(Job $job): void
    {
        $this->transition->make('job', ['id' => $job->id()], JobState::Waiting, ['ended_at' => null, 'error' => '']);
        $this->entities->refresh($job);
        $this->ask($job);
    }

    /** A project's job by its id; another project's is not found. */
    public function find(JobSubject $project, string $kind, string $id): ?Job
    {
        return $this->entities->getRepository(Job::class)->findOneBy(['id' => $id, 'project' => $project, 'kind' => $kind]);
    }

    /** A member's job that belongs to no project. */
    public function findOf(Member $owner, string $id): ?Job
    {
        return $this->entities->getRepository(Job::class)->findOneBy(['id' => $id, 'owner' => $owner]);
    }

    /** @return list<Job> of some kinds, the newest first: under way, or at their end and not forgotten yet */
    public function all(Member $owner, string ...$kinds): array
    {
        return $this->entities
            ->getRepository(Job::class)
            ->findBy(['owner' => $owner, 'kind' => $kinds], ['askedAt' => 'DESC', 'id' => 'DESC']);
    }

    /** The newest job with a ref. */
    public function called(JobSubject $project, string $kind, string $ref): ?Job
    {
        return $this->entities
            ->getRepository(Job::class)
            ->findOneBy(['project' => $project, 'kind' => $kind, 'ref' => $ref], ['askedAt' => 'DESC', 'id' => 'DESC']);
    }

    /** Deletes jobs by the beginning of their refs. */
    public function forgetCalled(JobSubject $project, string $kind, string $ref): void
    {
        foreach ($this->entities->getRepository(Job::class)->findBy(['project' => $project, 'kind' => $kind]) as $job) {
            if (str_starts_with($job->ref(), $ref)) {
                $this->forget($job);
            }
        }
    }

    /**
     * Deletes jobs started before a time, except those that are kept.
     *
     * @return int how many
     */
    public function forgetBefore(\DateTimeImmutable $time): int
    {
        $old = $this->entities
            ->createQuery('SELECT j FROM ' . Job::class . ' j WHERE j.askedAt < :before AND j.kind NOT IN (:kept)')
            ->setParameter('before', $time)
            ->setParameter('kept', $this->kinds->lasting())
            ->toIterable();
        $count = 0;
        foreach ($old as $job) {
            \assert($job instanceof Job);
            $this->files->deleteDirectory($job->folder());
            $this->connection->executeStatement('DELETE FROM job WHERE id = ?', [$job->id()]);
            ++$count;
        }

        return $count;
    }

    /** @return list<string> of all jobs there are */
    public function ids(): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn('SELECT id FROM job'));
    }

    /** @return list<string> where files of a project's jobs lie */
    public function folders(JobSubject $project): array
    {
        $jobs = $this->entities->getRepository(Job::class)->findBy(['project' => $project]);

        return array_map(static fn (Job $job): string => $job->folder(), $jobs);
    }

    /** Nobody wants it or its result any more. A busy worker ends. */
    public function forget(Job $job): void
    {
        $this->connection->executeStatement('DELETE FROM job WHERE id = ?', [$job->id()]);
        $this->makeWay($job);
        $this->entities->detach($job);
        $this->files->deleteDirectory($job->folder());
    }

    /** Its share of the queue goes to its owner's other jobs at once, because its own batches will not return. */
    private function makeWay(Job $job): void
    {
        $kind = $this->kinds->get($job);
        if ($kind instanceof SharedTask && !($kind instanceof PacedTask)) {
            $this->handOut($job);
        }
    }
}
