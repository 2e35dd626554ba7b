<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;

/** Counts rows of tables that belong to projects, for the owner of the table. */
final readonly class Counter
{
    private const CHUNK = 5_000;

    public function __construct(private Connection $connection)
    {
    }

    /** @param string $where a condition in SQL, without values */
    public function ofProject(string $table, string $where, string $project): int
    {
        return (int) $this->connection->fetchOne("SELECT COUNT(*) FROM $table WHERE $where AND project_id = ?", [$project]);
    }

    /**
     * Those that belong to rows of the project's table.
     *
     * @param list<int> $rows ids
     */
    public function ofRows(string $table, string $where, string $project, array $rows): int
    {
        $count = 0;
        foreach (array_chunk($rows, self::CHUNK) as $chunk) {
            $count += (int) $this->connection->fetchOne(
                "SELECT COUNT(*) FROM $table WHERE $where AND project_id = ? AND row_id IN (?)",
                [$project, $chunk],
                [1 => ArrayParameterType::INTEGER],
            );
        }

        return $count;
    }

    /** @return array<string, int> by project, of those of a member of which there are any */
    public function byProject(string $table, string $where, int $owner): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            "SELECT project_id, COUNT(*) FROM $table WHERE $where AND project_id IN (SELECT id FROM project WHERE owner_id = ?)
                GROUP BY project_id",
            [$owner],
        ));
    }
}
