<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Doctrine\DBAL\Connection;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Message;

/** What an automation did, row by row. */
final readonly class AutomationReport
{
    private const PAGE = 60;

    public function __construct(private Connection $connection, private TableRows $rows)
    {
    }

    /** @return array<string, int> how many are in each state */
    public function counts(Project $project): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            'SELECT state, COUNT(*) FROM followed WHERE project_id = ? GROUP BY state',
            [$project->id()],
        ));
    }

    /**
     * @return list<array{id: int, row: int, state: AutomationState, done: list<string>, notes: array<string, Message|string>,
     *   error: Message|string,
     *     at: string}> the newest first
     */
    public function log(Project $project): array
    {
        $found = $this->connection->fetchAllAssociative(
            "SELECT * FROM followed WHERE project_id = ? AND state <> 'known' ORDER BY changed_at DESC, row_id DESC LIMIT ?",
            [$project->id(), self::PAGE],
        );
        $numbers = $this->rows->numbers($project, array_map(static fn (array $one): int => (int) $one['row_id'], $found));

        return array_map(
            static fn (array $one): array => [
                'id' => (int) $one['row_id'],
                'row' => $numbers[(int) $one['row_id']] ?? 0,
                'state' => AutomationState::from((string) $one['state']),
                'done' => array_values(array_filter(explode(' ', (string) $one['done']))),
                'notes' => array_filter(array_map(Message::decoded(...), (array) json_decode((string) $one['notes'], true))),
                'error' => Message::read((string) $one['error']),
                'at' => (string) $one['changed_at'],
            ],
            $found,
        );
    }
}
