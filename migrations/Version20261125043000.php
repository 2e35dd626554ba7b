<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Rows keep an identity, can be switched off and be drafts; changes of tables are kept. */
final class Version20261125043000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Rows with ids of their own, switched off or drafts; history of tables';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE table_row ADD COLUMN uid INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE table_row ADD COLUMN off BOOLEAN DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE table_row ADD COLUMN draft BOOLEAN DEFAULT 0 NOT NULL');
        $this->addSql('UPDATE table_row SET uid = number');
        $this->addSql('CREATE UNIQUE INDEX row_identity ON table_row (project_id, uid)');
        $this->addSql('ALTER TABLE project ADD COLUMN skipped_rows INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE project ADD COLUMN table_step INTEGER DEFAULT 0 NOT NULL');
        $this->addSql(
            'CREATE TABLE table_change (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, diff CLOB NOT NULL, step ' .
            'INTEGER NOT NULL, says VARCHAR(255) NOT NULL, project_id VARCHAR(26) NOT NULL, CONSTRAINT ' .
            'FK_71C9DAEC166D1F9C FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE NOT ' .
            'DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX table_change_step ON table_change (project_id, step)');
        $this->addSql('CREATE INDEX table_change_project ON table_change (project_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE table_change');
        $this->addSql('DROP INDEX row_identity');
        foreach (['table_row' => ['uid', 'off', 'draft'], 'project' => ['skipped_rows', 'table_step']] as $table => $columns) {
            foreach ($columns as $column) {
                $this->addSql("ALTER TABLE $table DROP COLUMN $column");
            }
        }
    }
}
