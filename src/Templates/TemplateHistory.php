<?php

declare(strict_types=1);

namespace Morphea\App\Templates;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Revision;
use Morphea\Core\Template\Edit\Edit;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TemplateError;

/** Applies edits to a project's template and keeps every state, so that undo and redo outlive a reload. */
final readonly class TemplateHistory
{
    private const SHOWN = 60;
    private const TRIES = 20;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private TemplateCodec $codec,
    ) {
    }

    /** A new project with its first revision. */
    public function start(Project $project): void
    {
        $this->entities->persist($project);
        $this->entities->persist(new Revision($project, 0, $project->templateJson(), 'Started'));
        $this->entities->flush();
    }

    /**
     * @throws TemplateError when the edit does not hold; nothing is changed then
     * @throws StaleTemplate when another edit came first
     */
    public function apply(Project $project, Edit $edit, ?string $token = null): void
    {
        $before = $project->template();
        $this->record($project, $edit->apply($before), $edit->says($before), $token);
    }

    /**
     * Whether the edit that led to what is there now was called so by the page that asked for it: its answer was lost,
     * and it was sent again.
     */
    public function isMade(Project $project, string $token): bool
    {
        return '' !== $token && $token === $this->find($project, $project->revision())?->token();
    }

    /**
     * @param string|null $token what the page that asked for it calls it
     *
     * @throws TemplateError when the template does not hold
     * @throws StaleTemplate when another edit came first
     */
    public function record(Project $project, Template $after, string $says, ?string $token = null): void
    {
        $json = $this->codec->encode($after);
        if ($json === $project->templateJson()) {
            return;
        }
        // What could not be read again is never kept: the project would not open any more.
        $this->codec->decode($json);
        $this->connection->transactional(function () use ($project, $after, $says, $token): void {
            $this->claim($project, $project->revision() + 1);
            $this->entities
                ->createQuery('DELETE FROM ' . Revision::class . ' r WHERE r.project = :project AND r.number > :now')
                ->execute(['project' => $project, 'now' => $project->revision()]);
            $project->setTemplate($after, $project->revision() + 1);
            $this->entities->persist(
                new Revision(
                    $project,
                    $project->revision(),
                    $project->templateJson(),
                    mb_strimwidth($says, 0, 250, '…', 'UTF-8'),
                    $token,
                ),
            );
            $this->entities->flush();
        });
    }

    /**
     * An edit that fits whatever the template is by now.
     *
     * @param \Closure(Template): Template $make
     */
    public function anywhen(Project $project, \Closure $make, string $says): void
    {
        for ($try = 1; ; ++$try) {
            try {
                $this->record($project, $make($project->template()), $says);

                return;
            } catch (StaleTemplate $e) {
                if (self::TRIES === $try) {
                    throw $e;
                }
                $this->renew($project);
            }
        }
    }

    /** @return string|null what was undone in words; null when there was nothing */
    public function undo(Project $project): ?string
    {
        $says = $this->find($project, $project->revision())?->says();

        return $this->go($project, $project->revision() - 1) ? $says : null;
    }

    /** @return string|null what was done again in words; null when there was nothing */
    public function redo(Project $project): ?string
    {
        $says = $this->find($project, $project->revision() + 1)?->says();

        return $this->go($project, $project->revision() + 1) ? $says : null;
    }

    /** What led to the version that is shown, or by so many to another. */
    public function step(Project $project, int $by = 0): ?Revision
    {
        return $this->find($project, $project->revision() + $by);
    }

    /** The project as it is in the database now. */
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

    /** @return string|null what was done in words; null when there is no such version */
    public function back(Project $project, int $number): ?string
    {
        $revision = $this->find($project, $number);
        if (null === $revision) {
            return null;
        }
        $says = "Back to version $number, “{$revision->says()}”";
        $this->anywhen($project, fn (): Template => $this->codec->decode($revision->template()), $says);

        return $says;
    }

    /** @return array{undo: bool, redo: bool} which ways there are from here */
    public function ways(Project $project): array
    {
        $here = $project->revision();
        $there = $this->connection->fetchFirstColumn('SELECT number FROM revision WHERE project_id = ? AND number IN (?, ?)', [
            $project->id(),
            $here - 1,
            $here + 1,
        ]);

        return ['undo' => \in_array($here - 1, $there, false), 'redo' => \in_array($here + 1, $there, false)];
    }

    private function go(Project $project, int $number): bool
    {
        $revision = $this->find($project, $number);
        if (null === $revision) {
            return false;
        }
        $this->connection->transactional(function () use ($project, $revision, $number): void {
            $this->claim($project, $number);
            $project->setTemplate($this->codec->decode($revision->template()), $number);
            $this->entities->flush();
        });

        return true;
    }

    /**
     * Takes the template for this transaction, if nobody wrote since the project was read; on any database.
     *
     * @throws StaleTemplate
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
            throw new StaleTemplate();
        }
    }

    private function find(Project $project, int $number): ?Revision
    {
        return $this->entities->getRepository(Revision::class)->findOneBy(['project' => $project, 'number' => $number]);
    }
}
