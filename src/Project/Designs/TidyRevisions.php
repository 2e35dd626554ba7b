<?php

declare(strict_types=1);

namespace Morphea\App\Project\Designs;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Maintenance\TidyTask;

/** History of designs: the newest versions stay, of older ones the last of each day, and the first of all. */
final readonly class TidyRevisions implements TidyTask
{
    private const KEPT = 100;

    public function __construct(private Connection $connection, private Dialect $dialect)
    {
    }

    public function tidy(): array
    {
        return ['maintenance.tidied.versions' => (int) $this->connection->executeStatement(
            "DELETE FROM revision WHERE number > 0
                AND number <= (SELECT project.revision FROM project WHERE project.id = revision.project_id) - ?
                AND number < (SELECT MAX(later.number) FROM revision later
                    WHERE later.project_id = revision.project_id
                    AND {$this->dialect->day('later.created_at')} = {$this->dialect->day('revision.created_at')})",
            [self::KEPT],
        )];
    }
}
