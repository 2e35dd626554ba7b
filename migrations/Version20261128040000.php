<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Forms whose answers become rows. */
final class Version20261128040000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'A project has a form that strangers answer; an answer is looked at by who gives it before it is a row.';
    }

    public function up(Schema $schema): void
    {
        $project = 'project_id VARCHAR(26) NOT NULL REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';
        $this->addSql(
            "CREATE TABLE form (token VARCHAR(32) NOT NULL, is_open BOOLEAN NOT NULL, answers INTEGER DEFAULT 0 NOT NULL, $project,
                PRIMARY KEY (project_id))",
        );
        $this->addSql('CREATE UNIQUE INDEX form_token ON form (token)');
        $this->addSql(
            "CREATE TABLE answer (token VARCHAR(32) NOT NULL, cells CLOB NOT NULL, pictures CLOB NOT NULL, given BOOLEAN NOT NULL,
                row_id INTEGER DEFAULT NULL, made_at DATETIME NOT NULL, $project, PRIMARY KEY (token))",
        );
        $this->addSql('CREATE INDEX answer_project ON answer (project_id, given, made_at)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE answer');
        $this->addSql('DROP TABLE form');
    }
}
