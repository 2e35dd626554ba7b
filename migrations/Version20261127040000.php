<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Pages of pieces for the people they are for. */
final class Version20261127040000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Pieces have pages for the people they are for, and projects one to find them on.';
    }

    public function up(Schema $schema): void
    {
        $project = 'project_id VARCHAR(26) NOT NULL,
            FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';
        $this->addSql(
            "CREATE TABLE piece_link (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, row_id INTEGER NOT NULL, token VARCHAR(32) NOT NULL,
                newest BOOLEAN NOT NULL, made_at DATETIME NOT NULL, expires_at DATETIME DEFAULT NULL, taken_back_at DATETIME DEFAULT NULL,
                views INTEGER DEFAULT 0 NOT NULL, fetches INTEGER DEFAULT 0 NOT NULL, seen_at DATETIME DEFAULT NULL,
                run_id VARCHAR(26) DEFAULT NULL, $project,
                FOREIGN KEY (run_id) REFERENCES run (id) ON DELETE SET NULL NOT DEFERRABLE INITIALLY IMMEDIATE)",
        );
        $this->addSql('CREATE UNIQUE INDEX piece_link_token ON piece_link (token)');
        $this->addSql('CREATE INDEX piece_link_row ON piece_link (project_id, row_id)');
        $this->addSql('CREATE INDEX piece_link_run ON piece_link (run_id)');
        $columns = 'token VARCHAR(32) NOT NULL, by_column VARCHAR(80) NOT NULL';
        $this->addSql("CREATE TABLE link_set ($columns, $project, PRIMARY KEY (project_id))");
        $this->addSql('CREATE UNIQUE INDEX link_set_token ON link_set (token)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE piece_link');
        $this->addSql('DROP TABLE link_set');
    }
}
