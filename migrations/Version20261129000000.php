<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Platforms\PostgreSQLPlatform;
use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** PostgreSQL begins here, with all tables as SQLite has them by now. */
final class Version20261129000000 extends Migration
{
    public function getDescription(): string
    {
        return 'All tables, for PostgreSQL.';
    }

    public function up(Schema $schema): void
    {
        if (!$this->platform instanceof PostgreSQLPlatform) {
            return;
        }
        $sql = preg_replace('/^--.*$/m', '', (string) file_get_contents(__DIR__ . '/postgresql.sql'));
        foreach (array_filter(array_map(trim(...), explode(";\n", (string) $sql))) as $statement) {
            $this->addSql($statement);
        }
        $this->addSql("INSERT INTO clock (name, struck_at) VALUES ('tidy', 0)");
    }
}
