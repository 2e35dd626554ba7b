<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Whether the database and the code have the same version, by the migrations each knows. */
final readonly class SchemaVersion
{
    public function __construct(
        private Connection $connection,
        #[Autowire('%kernel.project_dir%/migrations')] private string $migrations,
    ) {
    }

    /** The database was migrated by newer code. */
    public function isDatabaseNewer(): bool
    {
        return [] !== array_diff($this->there(), $this->here());
    }

    /** The database still has to be migrated for this code. */
    public function isDatabaseOlder(): bool
    {
        return [] !== array_diff($this->here(), $this->there());
    }

    /** @return list<string> */
    private function here(): array
    {
        return array_map(static fn (string $path): string => basename($path, '.php'), glob("$this->migrations/Version*.php") ?: []);
    }

    /** @return list<string> */
    private function there(): array
    {
        return array_map(
            static fn (mixed $name): string => substr((string) strrchr("\\$name", '\\'), 1),
            $this->connection->fetchFirstColumn('SELECT version FROM doctrine_migration_versions'),
        );
    }
}
