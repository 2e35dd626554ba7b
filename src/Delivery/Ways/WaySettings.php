<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Doctrine\DBAL\Connection;
use Morphea\App\Project\Projects\Project;

/** Remembers the settings of each way's card. */
final readonly class WaySettings
{
    public function __construct(private Connection $connection)
    {
    }

    /** @return array<string, mixed>|null null where nothing was said yet */
    public function said(Project $project, string $kind): ?array
    {
        $found = $this->connection->fetchOne('SELECT said FROM way WHERE project_id = ? AND kind = ?', [$project->id(), $kind]);

        return false === $found ? null : (array) json_decode((string) $found, true);
    }

    /** @param array<string, mixed> $said */
    public function say(Project $project, string $kind, array $said): void
    {
        $this->connection->executeStatement(
            'INSERT INTO way (project_id, kind, said) VALUES (?, ?, ?)
             ON CONFLICT (project_id, kind) DO UPDATE SET said = excluded.said',
            [$project->id(), $kind, json_encode($said, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)],
        );
    }
}
