<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** What goes by itself, row by row. */
final class Version20261128060000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Rows of which something is done by itself are known by what stood in them, with what was done of each.';
    }

    public function up(Schema $schema): void
    {
        $project = 'project_id VARCHAR(26) NOT NULL REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';
        $this->addSql(
            "CREATE TABLE follow (is_on BOOLEAN NOT NULL, base VARCHAR(250) NOT NULL, who VARCHAR(180) NOT NULL,
                planned_at DOUBLE PRECISION DEFAULT 0 NOT NULL, $project, PRIMARY KEY (project_id))",
        );
        $this->addSql(
            "CREATE TABLE followed (row_id INTEGER NOT NULL, row_state VARCHAR(40) NOT NULL, state VARCHAR(8) NOT NULL,
                run_id VARCHAR(26) DEFAULT NULL, done VARCHAR(60) NOT NULL, tries INTEGER DEFAULT 0 NOT NULL,
                due_at DOUBLE PRECISION NOT NULL, error CLOB NOT NULL, changed_at DATETIME NOT NULL, $project,
                PRIMARY KEY (project_id, row_id))",
        );
        $this->addSql('CREATE INDEX followed_state ON followed (project_id, state, due_at)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE followed');
        $this->addSql('DROP TABLE follow');
    }
}
