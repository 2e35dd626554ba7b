<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Connection;
use Symfony\Component\Lock\PersistingStoreInterface;
use Symfony\Component\Lock\Store\DoctrineDbalPostgreSqlStore;
use Symfony\Component\Lock\Store\FlockStore;

/**
 * Who is at something that only one may be at, known to all machines that use the database: by PostgreSQL's advisory
 * locks, or with SQLite, which is of one machine, by locked files. Either ends with the process that holds it.
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
