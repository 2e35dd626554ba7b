<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\Connection;
use Morphea\App\Project\Tables\RowsCame;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** A row that was deleted takes the response with it that it was made from: what a stranger typed is kept nowhere else. */
#[AsEventListener]
final readonly class ForgetOnRows
{
    public function __construct(private Connection $connection)
    {
    }

    public function __invoke(RowsCame $event): void
    {
        $this->connection->executeStatement(
            'DELETE FROM answer WHERE project_id = ? AND given = TRUE AND row_id IS NOT NULL AND NOT EXISTS (
                SELECT 1 FROM table_row WHERE table_row.project_id = answer.project_id AND table_row.uid = answer.row_id)',
            [$event->project->id()],
        );
    }
}
