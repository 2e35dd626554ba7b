<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Files\DeleteFolders;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\OwnsFolders;
use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/** Deletes a project whatever goes on in it: its row goes at once, by which runs and other work end, its files follow a little later. */
final readonly class ProjectRemoval
{
    /** Milliseconds in which a worker that is at it notices. */
    private const LATER = 5_000;

    /** @param iterable<OwnsFolders> $owners */
    public function __construct(
        private EntityManagerInterface $entities,
        private MessageBusInterface $bus,
        private JobDispatcher $work,
        #[AutowireIterator(OwnsFolders::class)] private iterable $owners,
    ) {
    }

    public function remove(Project $project): void
    {
        $folders = $this->work->folders($project);
        foreach ($this->owners as $owner) {
            $folders = [...$folders, ...$owner->folders($project)];
        }
        // Whatever belongs to it goes with its row, as the database has it.
        $this->entities
            ->createQuery('DELETE FROM ' . Project::class . ' p WHERE p.id = :id')
            ->execute(['id' => $project->id()]);
        $this->entities->clear();
        $this->bus->dispatch(new DeleteFolders($folders), [new DelayStamp(self::LATER)]);
    }
}
