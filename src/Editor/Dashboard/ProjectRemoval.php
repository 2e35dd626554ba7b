<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Editor\Rows\ImportStore;
use Morphea\App\Platform\Files\SweepFiles;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/** Deletes a project whatever goes on in it: its row goes at once, by which runs and other work end, its files follow a little later. */
final readonly class ProjectRemoval
{
    /** Milliseconds in which a worker that is at it notices. */
    private const LATER = 5_000;

    public function __construct(private EntityManagerInterface $entities, private MessageBusInterface $bus)
    {
    }

    public function remove(Project $project): void
    {
        $folders = [ImportStore::FOLDER . "/{$project->id()}", "faces/{$project->id()}"];
        foreach ([Run::class, Job::class] as $kind) {
            foreach ($this->entities->getRepository($kind)->findBy(['project' => $project]) as $one) {
                $folders[] = $one->folder();
            }
        }
        // Whatever belongs to it goes with its row, as the database has it.
        $this->entities
            ->createQuery('DELETE FROM ' . Project::class . ' p WHERE p.id = :id')
            ->execute(['id' => $project->id()]);
        $this->entities->clear();
        $this->bus->dispatch(new SweepFiles($folders), [new DelayStamp(self::LATER)]);
    }
}
