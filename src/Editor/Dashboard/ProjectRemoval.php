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

/**
 * Deletes a project whatever it is doing: its record goes at once, which ends its runs and other jobs, and its files
 * follow.
 */
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
