<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;

/**
 * Begins transactions as writers. SQLite's plain BEGIN takes the write lock only at the first write, and then fails at
 * once, whatever busy_timeout says, if another process has written in between: two workers at one queue do just that.
 */
final class SqliteConnection extends AbstractConnectionMiddleware
{
    public function beginTransaction(): void
    {
        $this->exec('BEGIN IMMEDIATE');
    }

    public function commit(): void
    {
        $this->exec('COMMIT');
    }

    public function rollBack(): void
    {
        $this->exec('ROLLBACK');
    }
}
