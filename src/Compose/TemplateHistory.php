<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

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

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private TemplateCodec $codec)
    {
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
    public function apply(Project $project, Edit $edit): void
    {
        $before = $project->template();
        $this->record($project, $edit->apply($before), $edit->says($before));
    }

    public function record(Project $project, Template $after, string $says): void
    {
        if ($this->codec->encode($after) === $project->templateJson()) {
            return;
        }
        $this->connection->transactional(function () use ($project, $after, $says): void {
            if ($project->revision() !== (int) $this->connection->fetchOne('SELECT revision FROM project WHERE id = ?', [$project->id()])) {
                throw new StaleTemplate();
            }
            $this->entities->createQuery('DELETE FROM '.Revision::class.' r WHERE r.project = :project AND r.number > :now')
                ->execute(['project' => $project, 'now' => $project->revision()]);
            $project->setTemplate($after, $project->revision() + 1);
            $this->entities->persist(new Revision($project, $project->revision(), $project->templateJson(), mb_strimwidth($says, 0, 250, '…', 'UTF-8')));
            $this->entities->flush();
        });
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

    /** @return list<Revision> the newest first, those that redo leads to included */
    public function latest(Project $project): array
    {
        return $this->entities->getRepository(Revision::class)->findBy(['project' => $project], ['number' => 'DESC'], self::SHOWN);
    }

    /** @return string|null what was done in words; null when there is no such version */
    public function back(Project $project, int $number): ?string
    {
        $revision = $this->find($project, $number);
        if (null === $revision) {
            return null;
        }
        $says = "Back to version $number, “{$revision->says()}”";
        $this->record($project, $this->codec->decode($revision->template()), $says);

        return $says;
    }

    public function canUndo(Project $project): bool
    {
        return null !== $this->find($project, $project->revision() - 1);
    }

    public function canRedo(Project $project): bool
    {
        return null !== $this->find($project, $project->revision() + 1);
    }

    private function go(Project $project, int $number): bool
    {
        $revision = $this->find($project, $number);
        if (null === $revision) {
            return false;
        }
        $project->setTemplate($this->codec->decode($revision->template()), $number);
        $this->entities->flush();

        return true;
    }

    private function find(Project $project, int $number): ?Revision
    {
        return $this->entities->getRepository(Revision::class)->findOneBy(['project' => $project, 'number' => $number]);
    }
}
