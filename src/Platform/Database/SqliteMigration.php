<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Platforms\SQLitePlatform;

/** One of before there was PostgreSQL, which begins with all tables as they were then (Version20261129000000). */
abstract class SqliteMigration extends Migration
{
    /** Elsewhere it does nothing, and is noted as done: one that were skipped would be asked for every time. */
    protected function addSql(string $sql, array $params = [], array $types = []): void
    {
        if ($this->platform instanceof SQLitePlatform) {
            parent::addSql($sql, $params, $types);
        }
    }
}
