<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\MockupFormat;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Files\DeleteFolders;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Context\SharedSizes;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/** Orders runs, stops them and continues them. */
final readonly class RunDispatcher
{
    /** Milliseconds in which a worker that is at it notices. */
    private const SWEEP_LATER = 3_000;

    public function __construct(
        private RunPlanner $planner,
        private PieceStore $pieces,
        private FileStore $files,
        private RowInputs $inputs,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Dialect $dialect,
        private MessageBusInterface $bus,
        private SharedSizes $sizes,
        private JobDispatcher $desk,
        private StorageQuota $space,
        private SavedOrders $saved,
        private TouchUpStore $hands,
        private FrozenAssets $meant,
    ) {
    }

    /** @throws RunOrderException */
    public function start(Project $project, RunOrder $order, string $who = ''): Run
    {
        $this->space->check($project->owner());
        $plan = $this->planner->plan($project, $order);
        $even = $this->sizes->get($project);
        $run = $this->connection->transactional(function () use ($project, $order, $plan, $even, $who): Run {
            $this->dialect->hold($project->id());
            do {
                // What it is made of, and the name for all of it, have to be of the same moment.
                $meant = $this->meant->keep($project);
                $input = $this->inputs->namer($project, ChosenFormat::arrays($order->choices), $even);
                $drawn = $this->inputs->namer($project, $order->choices[0]->drawn(), $even);
            } while ($meant !== $this->meant->keep($project));
            $last = (int) $this->connection->fetchOne('SELECT MAX(number) FROM run WHERE project_id = ?', [$project->id()]);
            $id = Run::newId();
            $job = $this->desk->note(RunTask::KIND, $project->owner(), $project, [], \count($plan->pieces), $id);
            $run = new Run(
                $id,
                $project,
                $last + 1,
                array_map(static fn (ChosenFormat $choice): array => $choice->toArray(), $order->choices),
                RowChoice::All === $order->which ? '' : (RowChoice::Some === $order->which ? $order->rows : $order->which->value),
                $plan->file,
                $order->name,
                $order->plainNames,
                $order->nameBytes,
                $job,
                $even,
                $this->hands->touchUps($project),
                $this->saved->nameOf($project, $order),
                $who,
                self::purpose($order),
                $meant,
            );
            $this->entities->persist($run);
            $this->entities->flush();
            $this->pieces->create($run, $plan->pieces, $input, $drawn);
            $this->pieces->takeOver($run);
            if (!$order->hasNames()) {
                $this->pieces->takeDrawn($run);
            }

            return $run;
        });
        $this->desk->ask($run->job());

        return $run;
    }

    private static function purpose(RunOrder $order): RunPurpose
    {
        foreach ($order->choices as $choice) {
            if ($choice->output instanceof MockupFormat) {
                return RunPurpose::Mockups;
            }
        }

        return RunPurpose::Pieces;
    }

    public function stop(Run $run): void
    {
        $this->desk->stop($run->job());
    }

    public function goOn(Run $run): void
    {
        $this->desk->goOn($run->job());
    }

    /** Makes one piece again, whatever was made of it before. */
    public function again(Run $run, int $position): void
    {
        $this->files->throwAway($run, $position);
        $this->files->forget($run, [$position]);
        $this->pieces->markWaiting($run->id(), [$position]);
        $this->desk->begin($run->job());
    }

    /** Ends the run and deletes its record at once; files that no other run has follow. */
    public function delete(Run $run): void
    {
        $alone = iterator_to_array($this->files->alone($run), false);
        $this->entities->detach($run);
        $this->desk->forget($run->job());
        $later = [new DelayStamp(self::SWEEP_LATER)];
        $this->bus->dispatch(new DeleteFolders([$run->folder()]), $later);
        foreach ($alone as $paths) {
            $this->bus->dispatch(new DeleteMadeFiles($paths), $later);
        }
    }
}
