<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Mail to the people of a table; what is said of each way to hand over; what happened. */
final class Version20261128000000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Mailings with a letter to each person, addresses that are not written to, and a history of what was handed over.';
    }

    public function up(Schema $schema): void
    {
        $of = static fn (string $what, string $id = 'VARCHAR(26)'): string =>
            "{$what}_id $id NOT NULL REFERENCES $what (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE";
        $this->addSql(
            "CREATE TABLE mailing (id VARCHAR(26) NOT NULL, number INTEGER NOT NULL, again INTEGER NOT NULL, said CLOB NOT NULL,
                base VARCHAR(250) NOT NULL, who VARCHAR(180) NOT NULL, made_at DATETIME NOT NULL, {$of('project')}, {$of('job')},
                PRIMARY KEY (id))",
        );
        $this->addSql('CREATE UNIQUE INDEX mailing_number ON mailing (project_id, number)');
        $this->addSql('CREATE UNIQUE INDEX mailing_job ON mailing (job_id)');
        $this->addSql(
            "CREATE TABLE letter (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, mail_key VARCHAR(40) NOT NULL, row_id INTEGER NOT NULL,
                row_number INTEGER NOT NULL, email VARCHAR(254) NOT NULL, email_name VARCHAR(120) NOT NULL, copies CLOB NOT NULL,
                cells CLOB NOT NULL, token VARCHAR(32) NOT NULL, state VARCHAR(8) NOT NULL, tries INTEGER DEFAULT 0 NOT NULL,
                not_before DOUBLE PRECISION DEFAULT 0 NOT NULL, sent_at DOUBLE PRECISION DEFAULT NULL, message VARCHAR(120) NOT NULL,
                error CLOB NOT NULL, {$of('mailing')}, {$of('project')})",
        );
        $this->addSql('CREATE UNIQUE INDEX letter_once ON letter (project_id, mail_key, row_id)');
        $this->addSql('CREATE UNIQUE INDEX letter_token ON letter (token)');
        $this->addSql('CREATE INDEX letter_waits ON letter (mailing_id, state, not_before)');
        $this->addSql(
            "CREATE TABLE closed_address (email VARCHAR(254) NOT NULL, why VARCHAR(12) NOT NULL, since DATETIME NOT NULL,
                {$of('member', 'INTEGER')}, PRIMARY KEY (member_id, email))",
        );
        $this->addSql(
            "CREATE TABLE way (kind VARCHAR(20) NOT NULL, said CLOB NOT NULL, {$of('project')}, PRIMARY KEY (project_id, kind))",
        );
        $this->addSql(
            "CREATE TABLE happening (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, kind VARCHAR(20) NOT NULL, words CLOB NOT NULL,
                who VARCHAR(180) NOT NULL, at DATETIME NOT NULL, {$of('project')})",
        );
        $this->addSql('CREATE INDEX happening_project ON happening (project_id, id)');
    }

    public function down(Schema $schema): void
    {
        foreach (['happening', 'way', 'closed_address', 'letter', 'mailing'] as $table) {
            $this->addSql("DROP TABLE $table");
        }
    }
}
