<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\UploadException;
use Psr\Log\LoggerInterface;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * Does jobs of every kind: counts attempts, gives up what kills workers, records the outcome, and cleans up after jobs
 * nobody wants.
 */
#[AsMessageHandler]
final readonly class RunJobHandler
{
    /** Times a worker may die over the same job. */
    private const TRIES = 3;

    public function __construct(
        private EntityManagerInterface $entities,
        private JobDispatcher $desk,
        private JobRecorder $record,
        private FilesystemOperator $files,
        private JobKindRegistry $kinds,
        private LockFactory $locks,
        private LogContext $place,
        private LoggerInterface $logger,
    ) {
    }

    public function __invoke(RunJob $message): void
    {
        $this->entities->clear();
        $job = $this->entities->find(Job::class, $message->job);
        if (null === $job) {
            // What was written after it was forgotten goes, too.
            $this->files->deleteDirectory("work/$message->job");
        }
        if (true !== $job?->isUnderWay()) {
            return;
        }
        $kind = $this->kinds->get($job);
        $this->place->begins($job, $message->from, $message->to);
        match (true) {
            $kind instanceof Task => $this->whole($job, $kind),
            $kind instanceof SharedTask && null === $message->from => $this->finish($job, $kind),
            $kind instanceof SharedTask => $this->stretch($job, $kind, (int) $message->from, (int) $message->to),
            default => throw new \LogicException($kind::class . ' is neither a task nor a shared one.'),
        };
        // Where it failed, the place is still to be told.
        $this->place->ends();
    }

    private function whole(Job $job, Task $task): void
    {
        $try = $this->record->begin($job->id());
        if (null === $try) {
            return;
        }
        if ($try > self::TRIES) {
            $this->record->fail($job->id(), $task->tooMuch($job));

            return;
        }
        try {
            $this->record->end($job->id(), $task->do($job, new ProgressReporter($this->record, $job->id())));
        } catch (UploadException $e) {
            $this->record->fail($job->id(), $e->says());
        } catch (JobStoppedException) {
            $this->files->deleteDirectory($job->folder());
        } catch (\Throwable $e) {
            // As a full disk, or a database that does not answer. It is tried again later; what counts are workers that died.
            $this->record->unbegin($job->id());
            throw $e;
        }
    }

    private function stretch(Job $job, SharedTask $task, int $from, int $to): void
    {
        $this->record->working($job->id());
        $began = Time::precise();
        // That nothing was left to be done does not say that it can go on.
        if ($task->stretch($job, $from, $to)) {
            $this->record->trouble($job->id(), null);
        }
        $seconds = Time::precise() - $began;
        $this->logger->info('A stretch is done in {seconds} s.', ['seconds' => round($seconds, 3)]);
        $this->desk->cameBack($job, $to - $from + 1, $seconds);
        $this->desk->handOut($job);
        if ($this->record->isWanted($job->id()) && $task->isDone($job)) {
            $this->desk->askToFinish($job);
        }
    }

    /** Several workers may ask for it; the first does it. */
    private function finish(Job $job, SharedTask $task): void
    {
        $lock = $this->locks->createLock("finish-{$job->id()}");
        $lock->acquire(true);
        try {
            if (!$this->record->isWanted($job->id()) || !$task->isDone($job)) {
                return;
            }
            $this->record->end($job->id(), $task->finish($job));
            // Only once it is noted that it has ended: it may be cut off anywhere.
            $task->cleanUp($job);
        } catch (MissingPartsException $e) {
            $this->desk->askFor($job, $e->stretches);
        } catch (JobStoppedException) {
            // Somebody does not want it any more.
        } finally {
            $lock->release();
        }
    }
}
