<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Connection;
use Symfony\Component\Lock\PersistingStoreInterface;
use Symfony\Component\Lock\Store\DoctrineDbalPostgreSqlStore;
use Symfony\Component\Lock\Store\FlockStore;

/**
 * Locks known to all machines that use the database: PostgreSQL's advisory locks or, with SQLite, which is on one
 * machine, locked files. Both end with the process that holds them.
 */
final readonly class Locks
{
    public function __construct(private Connection $connection, private Dialect $dialect)
    {
    }

    public function store(): PersistingStoreInterface
    {
        return $this->dialect->isPostgres() ? new DoctrineDbalPostgreSqlStore($this->connection) : new FlockStore();
    }
}
