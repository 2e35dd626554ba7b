<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/**
 * All tables of the first slice; projects belong to a member from the start.
 */
final class Version20261125002547 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Members, projects, rows, pictures, runs and the queue';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE asset (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(120) NOT NULL, mime ' .
            'VARCHAR(40) NOT NULL, hash VARCHAR(64) NOT NULL, bytes INTEGER NOT NULL, width DOUBLE PRECISION NOT ' .
            'NULL, height DOUBLE PRECISION NOT NULL, project_id VARCHAR(26) NOT NULL, CONSTRAINT ' .
            'FK_2AF5A5C166D1F9C FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE NOT ' .
            'DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_2AF5A5C166D1F9C5E237E06 ON asset (project_id, name)');
        $this->addSql('CREATE INDEX IDX_2AF5A5C166D1F9C ON asset (project_id)');
        $this->addSql(
            'CREATE TABLE member (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, password VARCHAR(255) NOT NULL, ' .
            'email VARCHAR(180) NOT NULL, name VARCHAR(80) NOT NULL)',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_70E4FA78E7927C74 ON member (email)');
        $this->addSql(
            'CREATE TABLE piece (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, state VARCHAR(8) NOT NULL, reason ' .
            'CLOB NOT NULL, made_at DOUBLE PRECISION DEFAULT NULL, position INTEGER NOT NULL, row_number INTEGER ' .
            'NOT NULL, name VARCHAR(160) NOT NULL, cells CLOB NOT NULL, run_id VARCHAR(26) NOT NULL, CONSTRAINT ' .
            'FK_44CA0B2384E3FEC4 FOREIGN KEY (run_id) REFERENCES run (id) ON DELETE CASCADE NOT DEFERRABLE ' .
            'INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_44CA0B2384E3FEC4A393D2FB ON piece (run_id, state)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_44CA0B2384E3FEC4462CE4F5 ON piece (run_id, position)');
        $this->addSql('CREATE INDEX IDX_44CA0B2384E3FEC4 ON piece (run_id)');
        $this->addSql(
            'CREATE TABLE project (id VARCHAR(26) NOT NULL, template CLOB NOT NULL, revision INTEGER NOT NULL, ' .
            'columns CLOB NOT NULL, row_count INTEGER NOT NULL, table_version INTEGER NOT NULL, source ' .
            'VARCHAR(255) NOT NULL, notices CLOB NOT NULL, created_at DATETIME NOT NULL, changed_at DATETIME NOT ' .
            'NULL, owner_id INTEGER NOT NULL, PRIMARY KEY (id), CONSTRAINT FK_2FB3D0EE7E3C61F9 FOREIGN KEY ' .
            '(owner_id) REFERENCES member (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_2FB3D0EE7E3C61F9 ON project (owner_id)');
        $this->addSql(
            'CREATE TABLE revision (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, created_at DATETIME NOT NULL, ' .
            'number INTEGER NOT NULL, template CLOB NOT NULL, says VARCHAR(255) NOT NULL, project_id VARCHAR(26) ' .
            'NOT NULL, CONSTRAINT FK_6D6315CC166D1F9C FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE ' .
            'CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_6D6315CC166D1F9C96901F54 ON revision (project_id, number)');
        $this->addSql('CREATE INDEX IDX_6D6315CC166D1F9C ON revision (project_id)');
        $this->addSql(
            'CREATE TABLE run (id VARCHAR(26) NOT NULL, state VARCHAR(10) NOT NULL, template CLOB NOT NULL, ' .
            'ordered_at DATETIME NOT NULL, finished_at DATETIME DEFAULT NULL, bytes INTEGER DEFAULT NULL, ' .
            'even_sizes CLOB NOT NULL, number INTEGER NOT NULL, format VARCHAR(8) NOT NULL, picked_rows CLOB NOT ' .
            'NULL, file_name VARCHAR(120) NOT NULL, name_pattern CLOB NOT NULL, total INTEGER NOT NULL, ' .
            'project_id VARCHAR(26) NOT NULL, PRIMARY KEY (id), CONSTRAINT FK_5076A4C0166D1F9C FOREIGN KEY ' .
            '(project_id) REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_5076A4C0166D1F9C96901F54 ON run (project_id, number)');
        $this->addSql('CREATE INDEX IDX_5076A4C0166D1F9C ON run (project_id)');
        $this->addSql(
            'CREATE TABLE table_row (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, number INTEGER NOT NULL, cells ' .
            'CLOB NOT NULL, project_id VARCHAR(26) NOT NULL, CONSTRAINT FK_8DD57CBF166D1F9C FOREIGN KEY ' .
            '(project_id) REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_8DD57CBF166D1F9C96901F54 ON table_row (project_id, number)');
        $this->addSql('CREATE INDEX IDX_8DD57CBF166D1F9C ON table_row (project_id)');
        $this->addSql(
            'CREATE TABLE messenger_messages (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, body CLOB NOT NULL, ' .
            'headers CLOB NOT NULL, queue_name VARCHAR(190) NOT NULL, created_at DATETIME NOT NULL, available_at ' .
            'DATETIME NOT NULL, delivered_at DATETIME DEFAULT NULL)',
        );
        $this->addSql(
            'CREATE INDEX IDX_75EA56E0FB7336F0E3BD61CE16BA31DBBF396750 ON messenger_messages (queue_name, available_at, delivered_at, id)',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE asset');
        $this->addSql('DROP TABLE member');
        $this->addSql('DROP TABLE piece');
        $this->addSql('DROP TABLE project');
        $this->addSql('DROP TABLE revision');
        $this->addSql('DROP TABLE run');
        $this->addSql('DROP TABLE table_row');
        $this->addSql('DROP TABLE messenger_messages');
    }
}
