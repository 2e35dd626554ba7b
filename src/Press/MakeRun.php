<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Job;
use Morphea\App\Entity\Run;
use Morphea\App\Fonts\FontStore;
use Morphea\App\Making\Maker;
use Morphea\App\Making\Making;
use Morphea\App\Making\Outputs;
use Morphea\App\Pictures\PictureSets;
use Morphea\App\Work\Progress;
use Morphea\App\Work\SharedTask;
use Morphea\App\Work\WorkRecord;

/**
 * The work of making a run: its pieces by stretches, which are made once whoever is handed them; then the one file,
 * where it makes one.
 */
final readonly class MakeRun implements SharedTask
{
    public const KIND = 'run';

    public function __construct(
        private EntityManagerInterface $entities,
        private PieceStore $pieces,
        private Maker $maker,
        private PictureSets $pictures,
        private FontStore $fonts,
        private FilesystemOperator $files,
        private Outputs $outputs,
        private FinishedRun $finished,
        private WorkRecord $work,
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

    public function stretches(Job $job): array
    {
        $run = $this->run($job);

        return $this->pieces->stretches($run->id(), $this->outputs->get($run->output())->stretch());
    }

    public function stretch(Job $job, int $from, int $to): void
    {
        $run = $this->run($job);
        $wanted = $this->pieces->waiting($run, $from, $to);
        if ([] !== $wanted) {
            $this->maker->make($this->making($run), $wanted, new RunSink($run, $this->pieces, $this->files, $this->work));
        }
    }

    public function isDone(Job $job): bool
    {
        return !$this->pieces->waits($job->ref());
    }

    public function finish(Job $job): array
    {
        return ['bytes' => $this->finished->of($this->run($job))];
    }

    public function cleanUp(Job $job): void
    {
        $this->files->deleteDirectory($this->run($job)->partsFolder());
    }

    public function progress(Job $job): Progress
    {
        return $this->pieces->progress([$job])[$job->ref()];
    }

    private function making(Run $run): Making
    {
        return new Making(
            $run->template(),
            $this->outputs->get($run->output()),
            $this->fonts->engine($run->project()->owner())->layouter,
            $this->pictures->embedded($run->project()),
            $run->evenSizes(),
            $run->bleed(),
        );
    }

    private function run(Job $job): Run
    {
        return $this->entities->find(Run::class, $job->ref()) ?? throw new \LogicException("There is no run {$job->ref()}.");
    }
}
