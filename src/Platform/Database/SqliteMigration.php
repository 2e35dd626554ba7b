<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Platforms\SQLitePlatform;

/**
 * A migration from before PostgreSQL was supported, which starts with all tables as they were then
 * (Version20261129000000).
 */
abstract class SqliteMigration extends Migration
{
    /** On PostgreSQL it does nothing and is recorded as done; a skipped one would come up every time. */
    protected function addSql(string $sql, array $params = [], array $types = []): void
    {
        if ($this->platform instanceof SQLitePlatform) {
            parent::addSql($sql, $params, $types);
        }
    }
}
