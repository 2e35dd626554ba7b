<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Making\OneFile;
use Morphea\App\Open\SharedSizes;
use Morphea\App\Storage\SweepFiles;
use Morphea\App\Work\WorkDesk;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/** Orders runs, stops them and lets them go on. */
final readonly class RunDesk
{
    /** Milliseconds in which a worker that is at it notices. */
    private const SWEEP_LATER = 3_000;

    public function __construct(
        private Planner $planner,
        private PieceStore $pieces,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private MessageBusInterface $bus,
        private SharedSizes $sizes,
        private WorkDesk $desk,
    ) {
    }

    /** @throws OrderError */
    public function start(Project $project, Order $order): Run
    {
        $plan = $this->planner->plan($project, $order);
        $even = $this->sizes->of($project);
        $run = $this->connection->transactional(function () use ($project, $order, $plan, $even): Run {
            $last = (int) $this->connection->fetchOne('SELECT MAX(number) FROM run WHERE project_id = ?', [$project->id()]);
            $id = Run::newId();
            $job = $this->desk->note(MakeRun::KIND, $project->owner(), $project, [], \count($plan->pieces), $id);
            $run = new Run(
                $id,
                $project,
                $last + 1,
                $order->output::id(),
                $order->output->ending(),
                $order->output instanceof OneFile,
                $order->rows,
                $plan->file,
                $order->name,
                $job,
                $even,
                $order->bleed && $project->template()->bleed > 0,
            );
            $this->entities->persist($run);
            $this->entities->flush();
            $this->pieces->create($run, $plan->pieces);

            return $run;
        });
        $this->desk->ask($run->job());

        return $run;
    }

    public function stop(Run $run): void
    {
        $this->desk->stop($run->job());
    }

    public function goOn(Run $run): void
    {
        $this->desk->goOn($run->job());
    }

    /** The run ends, its row goes at once, its files follow. */
    public function delete(Run $run): void
    {
        $this->entities->detach($run);
        $this->desk->forget($run->job());
        $this->bus->dispatch(new SweepFiles([$run->folder()]), [new DelayStamp(self::SWEEP_LATER)]);
    }
}
