<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Platforms\SQLitePlatform;
use Doctrine\Migrations\AbstractMigration;

/**
 * A migration for both SQLite and PostgreSQL. Older workers are still running while it runs: it adds and removes nothing
 * they use.
 */
abstract class Migration extends AbstractMigration
{
    /**
     * SQLite's connection begins transactions by SQL (SqliteConnection), which the migrator does not see and so would
     * never commit.
     */
    public function isTransactional(): bool
    {
        return !$this->platform instanceof SQLitePlatform;
    }
}
