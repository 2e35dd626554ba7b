<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsMiddleware;
use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/** Configures SQLite for several processes at once; other databases are left as they are. */
#[AsMiddleware]
final class SqliteMiddleware implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class ($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                if (!str_contains($params['driver'] ?? '', 'sqlite')) {
                    return parent::connect($params);
                }
                // A fresh checkout has no folder for it yet.
                if (isset($params['path']) && !is_dir(\dirname($params['path']))) {
                    @mkdir(\dirname($params['path']), 0o777, true);
                }
                $connection = parent::connect($params);
                // Somebody waits for a page, nobody for a worker.
                $patience = 'cli' === \PHP_SAPI ? 60_000 : 10_000;
                foreach (
                    ["busy_timeout = $patience", 'journal_mode = WAL', 'synchronous = NORMAL', 'foreign_keys = ON']
                    as $pragma
                ) {
                    $connection->exec("PRAGMA $pragma");
                }

                return new SqliteConnection($connection);
            }
        };
    }
}
