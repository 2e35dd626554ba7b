<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsMiddleware;
use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractStatementMiddleware;
use Doctrine\DBAL\Driver\Statement;
use Doctrine\DBAL\ParameterType;

/** Removes NUL characters, which PostgreSQL cannot store in text (its manual, 8.3), so that one of them stops nothing. */
#[AsMiddleware]
final class PostgresMiddleware implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class ($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                $connection = parent::connect($params);
                if (!str_contains($params['driver'] ?? '', 'pgsql')) {
                    return $connection;
                }

                return new class ($connection) extends AbstractConnectionMiddleware {
                    public function prepare(string $sql): Statement
                    {
                        return new class (parent::prepare($sql)) extends AbstractStatementMiddleware {
                            public function bindValue(int|string $param, mixed $value, ParameterType $type): void
                            {
                                $text = \is_string($value) && ParameterType::LARGE_OBJECT !== $type;
                                parent::bindValue($param, $text ? str_replace("\0", '', $value) : $value, $type);
                            }
                        };
                    }
                };
            }
        };
    }
}
