<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\PieceMaker;
use Morphea\App\Platform\Jobs\Counters;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\KeptTask;
use Morphea\App\Platform\Jobs\LogContext;
use Morphea\App\Platform\Jobs\Progress;
use Morphea\App\Platform\Jobs\SharedTask;
use Morphea\App\Platform\Jobs\WorkerRegistry;
use Psr\EventDispatcher\EventDispatcherInterface;

/** The job of a run: its pieces in batches, each made once whoever gets it, and then its documents, if it has any. */
final readonly class RunTask implements SharedTask, KeptTask
{
    public const KIND = 'run';

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private PieceStore $pieces,
        private FileStore $files,
        private PieceMaker $maker,
        private RunProduction $makings,
        private FinishedRun $finished,
        private JobRecorder $work,
        private WorkerRegistry $workers,
        private Counters $tally,
        private LogContext $place,
        private EventDispatcherInterface $events,
    ) {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'pieces_made';
    }

    public function next(Job $job, int $after, int $most): ?array
    {
        return $this->pieces->next($job->ref(), $after, $most);
    }

    public function stretch(Job $job, int $from, int $to): bool
    {
        $run = $this->run($job);
        $wanted = $this->pieces->waiting($run, $from, $to);
        if ([] !== $wanted) {
            $sink = new RunSink($run, $this->pieces, $this->files, $this->connection, $this->work, $this->place);
            $this->maker->make($this->makings->get($run), $wanted, $sink);
            $this->workers->addMade($sink->made());
            $this->tally->add(Counters::MADE, $sink->made());
            $this->tally->add(Counters::NOT_MADE, $sink->notMadeCount());
        }

        return [] !== $wanted;
    }

    public function isDone(Job $job): bool
    {
        return !$this->pieces->waits($job->ref());
    }

    public function finish(Job $job): array
    {
        return $this->finished->finish($this->run($job));
    }

    public function cleanUp(Job $job): void
    {
        $this->events->dispatch(new RunFinished($this->run($job)));
    }

    public function progress(Job $job): Progress
    {
        return $this->pieces->progress([$job])[$job->ref()];
    }

    private function run(Job $job): Run
    {
        return $this->entities->find(Run::class, $job->ref()) ?? throw new \LogicException("There is no run {$job->ref()}.");
    }
}
