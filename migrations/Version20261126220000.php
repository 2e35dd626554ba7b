<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** What was found about each row is kept. */
final class Version20261126220000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'The proof of a table is kept, row by row, with a name for all it depends on.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            "CREATE TABLE proof (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, row_id INTEGER NOT NULL, number INTEGER NOT NULL,
                inputs VARCHAR(40) NOT NULL, findings CLOB NOT NULL, facts CLOB NOT NULL, together CLOB DEFAULT '[]' NOT NULL,
                bad INTEGER DEFAULT -1 NOT NULL, kinds CLOB DEFAULT '' NOT NULL, project_id VARCHAR(26) NOT NULL,
                FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)",
        );
        $this->addSql("ALTER TABLE project ADD COLUMN proofed VARCHAR(64) DEFAULT '' NOT NULL");
        $this->addSql('CREATE UNIQUE INDEX proof_row ON proof (project_id, row_id)');
        $this->addSql('CREATE INDEX proof_order ON proof (project_id, bad, number)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE proof');
        $this->addSql('ALTER TABLE project DROP COLUMN proofed');
    }
}
