<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Entity\RunState;
use Morphea\App\Making\OneFile;
use Morphea\App\Making\Outputs;
use Morphea\App\Open\SharedSizes;
use Morphea\App\Storage\SweepFiles;
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
        private Outputs $outputs,
    ) {
    }

    /** @throws OrderError */
    public function start(Project $project, Order $order): Run
    {
        $plan = $this->planner->plan($project, $order);
        $even = $this->sizes->of($project);
        $run = $this->connection->transactional(function () use ($project, $order, $plan, $even): Run {
            $last = (int) $this->connection->fetchOne('SELECT MAX(number) FROM run WHERE project_id = ?', [$project->id()]);
            $run = new Run(
                $project,
                $last + 1,
                $order->output::id(),
                $order->output->ending(),
                $order->output instanceof OneFile,
                $order->rows,
                $plan->file,
                $order->name,
                \count($plan->pieces),
                $even,
                $order->bleed && $project->template()->bleed > 0,
            );
            $this->entities->persist($run);
            $this->entities->flush();
            $this->pieces->create($run, $plan->pieces);

            return $run;
        });
        $this->dispatch($run);

        return $run;
    }

    public function stop(Run $run): void
    {
        if (RunState::Waiting === $run->state()) {
            $run->stop();
            $this->entities->flush();
        }
    }

    public function goOn(Run $run): void
    {
        if (RunState::Stopped === $run->state()) {
            $run->goOn();
            $this->entities->flush();
            $this->dispatch($run);
        }
    }

    /** The run ends, its row goes at once, its files follow. */
    public function delete(Run $run): void
    {
        $this->connection->executeStatement('DELETE FROM run WHERE id = ?', [$run->id()]);
        $this->entities->detach($run);
        $this->bus->dispatch(new SweepFiles([$run->folder()]), [new DelayStamp(self::SWEEP_LATER)]);
    }

    private function dispatch(Run $run): void
    {
        $this->connection->transactional(function () use ($run): void {
            $stretches = $this->pieces->stretches($run->id(), $this->outputs->get($run->output())->stretch());
            foreach ($stretches as [$from, $to]) {
                $this->bus->dispatch(new MakePieces($run->id(), $from, $to));
            }
            // All are made, and what was left is to put them together.
            if ([] === $stretches) {
                $this->bus->dispatch(new FinishRun($run->id()));
            }
        });
    }
}
