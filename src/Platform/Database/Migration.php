<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Platforms\SQLitePlatform;
use Doctrine\Migrations\AbstractMigration;

/** One for SQLite and PostgreSQL alike. Workers of before are still there while it runs: it adds, and takes nothing away. */
abstract class Migration extends AbstractMigration
{
    /** SQLite's connection begins transactions by SQL (SqliteConnection), which the migrator does not see and so would never commit. */
    public function isTransactional(): bool
    {
        return !$this->platform instanceof SQLitePlatform;
    }
}
