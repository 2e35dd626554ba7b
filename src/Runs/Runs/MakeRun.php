<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\Maker;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\Lasting;
use Morphea\App\Platform\Jobs\LogPlace;
use Morphea\App\Platform\Jobs\Progress;
use Morphea\App\Platform\Jobs\SharedTask;
use Morphea\App\Platform\Jobs\Tally;
use Morphea\App\Platform\Jobs\Workers;
use Morphea\App\Platform\Jobs\WorkRecord;

/**
 * The work of making a run: its pieces by stretches, which are made once whoever is handed them; then its documents,
 * where it makes any.
 */
final readonly class MakeRun implements SharedTask, Lasting
{
    public const KIND = 'run';

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private PieceStore $pieces,
        private FileStore $files,
        private Maker $maker,
        private RunMakings $makings,
        private FinishedRun $finished,
        private WorkRecord $work,
        private Workers $workers,
        private Tally $tally,
        private LogPlace $place,
    ) {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'made';
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
            $this->maker->make($this->makings->of($run), $wanted, $sink);
            $this->workers->made($sink->made());
            $this->tally->add(Tally::MADE, $sink->made());
            $this->tally->add(Tally::NOT_MADE, $sink->notMadeCount());
        }

        return [] !== $wanted;
    }

    public function isDone(Job $job): bool
    {
        return !$this->pieces->waits($job->ref());
    }

    public function finish(Job $job): array
    {
        return $this->finished->of($this->run($job));
    }

    public function cleanUp(Job $job): void
    {
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
