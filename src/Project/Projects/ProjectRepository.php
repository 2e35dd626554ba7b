<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;

/** Projects by id and owner. */
final readonly class ProjectRepository
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection)
    {
    }

    public function find(string $id): ?Project
    {
        return $this->entities->find(Project::class, $id);
    }

    /** @return list<string> ids of all there are */
    public function ids(): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn('SELECT id FROM project'));
    }

    /** @return list<string> ids of a member's, the oldest first */
    public function idsOf(Member $owner): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn(
            'SELECT id FROM project WHERE owner_id = ? ORDER BY created_at, id',
            [$owner->id()],
        ));
    }

    /** @return list<Project> a member's, those changed last first */
    public function allOf(Member $owner): array
    {
        return $this->entities->getRepository(Project::class)->findBy(['owner' => $owner], ['changedAt' => 'DESC']);
    }
}
