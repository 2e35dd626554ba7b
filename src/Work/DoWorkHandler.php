<?php

declare(strict_types=1);

namespace Morphea\App\Work;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Job;
use Morphea\App\Import\UploadError;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * Does long work of every kind: counts the tries, gives up what workers die over, notes what came of it, and cleans up
 * what nobody wants any more.
 */
#[AsMessageHandler]
final readonly class DoWorkHandler
{
    /** Times a worker may die over the same job. */
    private const TRIES = 3;

    /** @param iterable<Task> $tasks */
    public function __construct(
        private EntityManagerInterface $entities,
        private WorkDesk $desk,
        private FilesystemOperator $files,
        #[AutowireIterator(Task::class)] private iterable $tasks,
    ) {
    }

    public function __invoke(DoWork $message): void
    {
        $this->entities->clear();
        $try = $this->desk->begin($message->job);
        $job = $this->entities->find(Job::class, $message->job);
        if (null === $try || null === $job) {
            $this->files->deleteDirectory("work/$message->job");

            return;
        }
        $task = $this->task($job->kind());
        if ($try > self::TRIES) {
            $this->desk->fail($job->id(), $task->tooMuch($job));

            return;
        }
        try {
            $this->desk->end($job->id(), $task->do($job, new Report($this->desk, $job->id())));
        } catch (UploadError $e) {
            $this->desk->fail($job->id(), $e->getMessage());
        } catch (Stopped) {
            // What was written after it was forgotten goes, too.
            $this->files->deleteDirectory($job->folder());
        } catch (\Throwable $e) {
            // As a full disk, or a database that does not answer. It is tried again later; what counts are workers that died.
            $this->desk->unbegin($job->id());
            throw $e;
        }
    }

    private function task(string $kind): Task
    {
        foreach ($this->tasks as $task) {
            if ($task::kind() === $kind) {
                return $task;
            }
        }
        throw new \LogicException("Nobody knows how to do a job of the kind “{$kind}”.");
    }
}
