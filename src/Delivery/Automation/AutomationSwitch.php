<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;

/** Whether a project's automation is on, and when it runs next. */
final readonly class AutomationSwitch
{
    /** Seconds after which what is due should have been looked at. */
    private const LONG = 60;

    public function __construct(private Connection $connection)
    {
    }

    /** @return array{base: string, who: string}|null null where nothing goes by itself */
    public function on(string $project): ?array
    {
        $found = $this->connection->fetchAssociative('SELECT base, who FROM follow WHERE project_id = ? AND is_on = TRUE', [$project]);

        return false === $found ? null : ['base' => (string) $found['base'], 'who' => (string) $found['who']];
    }

    /** Whether a check at a given time, as of `microtime`, still has to be requested: one that comes earlier is enough. */
    public function plan(string $project, float $when): bool
    {
        return 1 === (int) $this->connection->executeStatement(
            'UPDATE follow SET planned_at = ? WHERE project_id = ? AND is_on = TRUE AND (planned_at <= ? OR planned_at > ?)',
            [$when, $project, Time::precise(), $when],
        );
    }

    /** @return list<string> ids of projects in which something is due for a while, or the table is another, and no look is planned */
    public function forgotten(): array
    {
        $before = Time::precise() - self::LONG;

        return array_map(strval(...), $this->connection->fetchFirstColumn(
            "SELECT follow.project_id FROM follow JOIN project ON project.id = follow.project_id
                WHERE follow.is_on = TRUE AND follow.planned_at < ? AND (project.table_version <> follow.seen_version OR EXISTS (
                    SELECT 1 FROM followed WHERE followed.project_id = follow.project_id AND followed.state IN ('due', 'making')
                        AND followed.due_at < ?))",
            [$before, $before],
        ));
    }

    /** Marks the planned check as started: later changes are seen by the next one. */
    public function looked(string $project): void
    {
        $this->connection->executeStatement('UPDATE follow SET planned_at = 0 WHERE project_id = ?', [$project]);
    }

    /** @param int $version of the table as it was when its rows were noticed */
    public function saw(string $project, int $version): void
    {
        $this->connection->executeStatement('UPDATE follow SET seen_version = ? WHERE project_id = ?', [$version, $project]);
    }
}
