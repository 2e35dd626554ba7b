<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Project\Tables\RowsChanged;
use Morphea\App\Project\Tables\TableRows;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Deletes the response together with the row that was made from it: what a stranger entered is kept nowhere else. */
#[AsEventListener]
final readonly class DeleteResponsesOnRowsChanged
{
    private const CHUNK = 500;

    public function __construct(private Connection $connection, private TableRows $rows)
    {
    }

    public function __invoke(RowsChanged $event): void
    {
        $of = array_map(intval(...), $this->connection->fetchFirstColumn(
            'SELECT row_id FROM answer WHERE project_id = ? AND given = TRUE AND row_id IS NOT NULL',
            [$event->project->id()],
        ));
        $gone = array_diff($of, array_keys($this->rows->numbers($event->project, $of)));
        foreach (array_chunk($gone, self::CHUNK) as $chunk) {
            $this->connection->executeStatement(
                'DELETE FROM answer WHERE project_id = ? AND given = TRUE AND row_id IN (?)',
                [$event->project->id(), $chunk],
                [1 => ArrayParameterType::INTEGER],
            );
        }
    }
}
