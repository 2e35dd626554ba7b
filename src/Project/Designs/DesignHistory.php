<?php

declare(strict_types=1);

namespace Morphea\App\Project\Designs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Psr\EventDispatcher\EventDispatcherInterface;

/** Applies edits to a project's design and stores every state, so that undo and redo survive a reload. */
final readonly class DesignHistory
{
    private const SHOWN = 60;
    private const TRIES = 20;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private DesignCodec $codec,
        private EventDispatcherInterface $events,
    ) {
    }

    /** A new project with its first revision. */
    public function start(Project $project): void
    {
        $this->entities->persist($project);
        $this->entities->persist(new Revision($project, 0, $project->templateJson(), new Message('design.did.started')));
        $this->entities->flush();
    }

    /**
     * @throws DesignException when the edit does not hold; nothing is changed then
     * @throws StaleDesignException when another edit came first
     */
    public function apply(Project $project, Edit $edit, ?string $token = null, ?string $burst = null): void
    {
        $before = $project->design();
        $this->record($project, $edit->apply($before), $edit->says($before), $token, $burst);
    }

    /** Whether an edit in the history already has the page's id: its response was lost, and it was sent again. */
    public function isMade(Project $project, string $token): bool
    {
        return '' !== $token &&
            null !== $this->entities->getRepository(Revision::class)->findOneBy(['project' => $project, 'token' => $token]);
    }

    /**
     * @param string|null $token what the page that asked for it calls it
     * @param string|null $burst what the page calls edits that follow one another as one: only the last of them is kept,
     *     so that they are one step back
     *
     * @throws DesignException when the design does not hold
     * @throws StaleDesignException when another edit came first
     */
    public function record(
        Project $project,
        Design $after,
        Message $says,
        ?string $token = null,
        ?string $burst = null,
    ): void {
        $json = $this->codec->encode($after);
        if ($json === $project->templateJson()) {
            return;
        }
        // What could not be read again is never kept: the project would not open any more.
        $this->codec->decode($json);
        $before = $project->design()->locale;
        $this->connection->transactional(function () use ($project, $after, $says, $token, $burst): void {
            $this->claim($project, $project->revision() + 1);
            $isGoingOn = null !== $burst && $burst === $this->step($project)?->burst;
            $this->entities
                ->createQuery('DELETE FROM ' . Revision::class . ' r WHERE r.project = :project AND r.number >= :from')
                ->execute(['project' => $project, 'from' => $project->revision() + ($isGoingOn ? 0 : 1)]);
            $project->setDesign($after, $project->revision() + 1);
            $this->entities->persist(
                new Revision(
                    $project,
                    $project->revision(),
                    $project->templateJson(),
                    $says,
                    $token,
                    $burst,
                ),
            );
            $this->entities->flush();
        });
        $this->tell($project, $before);
    }

    /**
     * An edit that fits the design whatever it has become.
     *
     * @param \Closure(Design): Design $make
     */
    public function anywhen(Project $project, \Closure $make, Message $says): void
    {
        for ($try = 1; ; ++$try) {
            try {
                $this->record($project, $make($project->design()), $says);

                return;
            } catch (StaleDesignException $e) {
                if (self::TRIES === $try) {
                    throw $e;
                }
                $this->renew($project);
            }
        }
    }

    /** @return Message|string|null what was undone; null when there was nothing */
    public function undo(Project $project): Message|string|null
    {
        $says = $this->step($project)?->says();

        return $this->go($project, $this->step($project, -1)) ? $says : null;
    }

    /** @return Message|string|null what was done again; null when there was nothing */
    public function redo(Project $project): Message|string|null
    {
        $next = $this->step($project, 1);

        return $this->go($project, $next) ? $next?->says() : null;
    }

    /** What led to the version that is shown, or to the one before (-1) or after it (1). Numbers may have gaps. */
    public function step(Project $project, int $by = 0): ?Revision
    {
        if (0 === $by) {
            return $this->find($project, $project->revision());
        }
        $revision = $this->entities
            ->createQuery(
                'SELECT r FROM ' . Revision::class . ' r WHERE r.project = :project AND r.number ' .
                    ($by < 0 ? '< :here ORDER BY r.number DESC' : '> :here ORDER BY r.number ASC'),
            )
            ->setMaxResults(1)
            ->setParameter('project', $project)
            ->setParameter('here', $project->revision())
            ->getOneOrNullResult();

        return $revision instanceof Revision ? $revision : null;
    }

    /** The project as stored in the database now. */
    public function renew(Project $project): void
    {
        $this->entities->refresh($project);
    }

    /** @return list<Revision> the newest first, those that redo leads to included */
    public function latest(Project $project): array
    {
        return $this->entities
            ->getRepository(Revision::class)
            ->findBy(['project' => $project], ['number' => 'DESC'], self::SHOWN);
    }

    /** @return Message|null what was done; null when there is no such version */
    public function back(Project $project, int $number): ?Message
    {
        $revision = $this->find($project, $number);
        if (null === $revision) {
            return null;
        }
        $says = new Message('design.did.back', ['number' => $number, 'what' => $revision->says()]);
        $this->anywhen($project, fn (): Design => $this->codec->decode($revision->design()), $says);

        return $says;
    }

    /** @return array{undo: bool, redo: bool} which ways there are from here */
    public function ways(Project $project): array
    {
        $ends = $this->connection->fetchNumeric('SELECT MIN(number), MAX(number) FROM revision WHERE project_id = ?', [
            $project->id(),
        ]);
        [$first, $last] = false === $ends ? [0, 0] : array_map(intval(...), $ends);

        return ['undo' => $first < $project->revision(), 'redo' => $last > $project->revision()];
    }

    private function go(Project $project, ?Revision $revision): bool
    {
        if (null === $revision) {
            return false;
        }
        $before = $project->design()->locale;
        $this->connection->transactional(function () use ($project, $revision): void {
            $this->claim($project, $revision->number());
            $project->setDesign($this->codec->decode($revision->design()), $revision->number());
            $this->entities->flush();
        });
        $this->tell($project, $before);

        return true;
    }

    private function tell(Project $project, string $before): void
    {
        if ($before !== $project->design()->locale) {
            $this->events->dispatch(new LanguageChanged($project));
        }
    }

    /**
     * Locks the design for this transaction if nobody has written since the project was read; on any database.
     *
     * @throws StaleDesignException
     */
    private function claim(Project $project, int $next): void
    {
        if (
            1 !==
            $this->connection->executeStatement('UPDATE project SET revision = ? WHERE id = ? AND revision = ?', [
                $next,
                $project->id(),
                $project->revision(),
            ])
        ) {
            throw new StaleDesignException();
        }
    }

    private function find(Project $project, int $number): ?Revision
    {
        return $this->entities->getRepository(Revision::class)->findOneBy(['project' => $project, 'number' => $number]);
    }
}
