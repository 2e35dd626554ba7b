<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Nothing is lost: changes are made once however often they are sent, runs keep the order of dates and count tries. */
final class Version20261126000000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Tokens of changes, order of dates and tries of runs';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE table_change ADD COLUMN token VARCHAR(40) DEFAULT NULL');
        $this->addSql('ALTER TABLE revision ADD COLUMN token VARCHAR(40) DEFAULT NULL');
        $this->addSql("ALTER TABLE run ADD COLUMN month_first CLOB DEFAULT '[]' NOT NULL");
        $this->addSql("ALTER TABLE run ADD COLUMN trouble CLOB DEFAULT '' NOT NULL");
        $this->addSql(
            'CREATE TABLE job (id VARCHAR(26) NOT NULL, owner_id INTEGER NOT NULL, project_id VARCHAR(26) DEFAULT ' .
            'NULL, kind VARCHAR(20) NOT NULL, ref VARCHAR(80) NOT NULL, state VARCHAR(8) NOT NULL, facts CLOB ' .
            'NOT NULL, total INTEGER DEFAULT NULL, tries INTEGER NOT NULL, done INTEGER NOT NULL, started_at ' .
            'DOUBLE PRECISION DEFAULT NULL, outcome CLOB NOT NULL, error CLOB NOT NULL, asked_at DATETIME NOT ' .
            'NULL, PRIMARY KEY (id), CONSTRAINT FK_JOB_OWNER FOREIGN KEY (owner_id) REFERENCES member (id) ON ' .
            'DELETE CASCADE, CONSTRAINT FK_JOB_PROJECT FOREIGN KEY (project_id) REFERENCES project (id) ON ' .
            'DELETE CASCADE)',
        );
        $this->addSql('CREATE INDEX IDX_FBD8E0F87E3C61F9 ON job (owner_id)');
        $this->addSql('CREATE INDEX IDX_FBD8E0F8166D1F9C ON job (project_id)');
        $this->addSql('CREATE INDEX job_ref ON job (owner_id, kind, ref)');
        $this->addSql(
            'CREATE TABLE session (id VARCHAR(64) NOT NULL, data CLOB NOT NULL, member_id INTEGER DEFAULT NULL, ' .
            'started_at INTEGER NOT NULL, seen_at INTEGER NOT NULL, agent VARCHAR(255) NOT NULL, PRIMARY KEY ' .
            '(id), CONSTRAINT FK_SESSION_MEMBER FOREIGN KEY (member_id) REFERENCES member (id) ON DELETE CASCADE)',
        );
        $this->addSql('CREATE INDEX session_member ON session (member_id)');
        $this->addSql('CREATE INDEX session_seen ON session (seen_at)');
        $this->addSql(
            'CREATE TABLE attempt (what VARCHAR(20) NOT NULL, who VARCHAR(64) NOT NULL, tried_at DOUBLE PRECISION NOT NULL)',
        );
        $this->addSql('CREATE INDEX attempt_who ON attempt (who, what, tried_at)');
        $this->addSql(
            'CREATE TABLE password_reset (token VARCHAR(64) NOT NULL, member_id INTEGER NOT NULL, asked_at INTEGER ' .
            'NOT NULL, PRIMARY KEY (token), CONSTRAINT FK_RESET_MEMBER FOREIGN KEY (member_id) REFERENCES member ' .
            '(id) ON DELETE CASCADE)',
        );
        $this->addSql('CREATE TABLE clock (name VARCHAR(20) NOT NULL, struck_at INTEGER NOT NULL, PRIMARY KEY (name))');
        $this->addSql("INSERT INTO clock (name, struck_at) VALUES ('tidy', " . time() . ')');
        $this->addSql('UPDATE member SET email = LOWER(email)');
        $this->addSql('ALTER TABLE project ADD COLUMN picture_version INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE piece ADD COLUMN tries INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE piece ADD COLUMN part VARCHAR(40) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE clock');
        $this->addSql('DROP TABLE password_reset');
        $this->addSql('DROP TABLE attempt');
        $this->addSql('DROP TABLE session');
        $this->addSql('DROP TABLE job');
        $this->addSql('ALTER TABLE piece DROP COLUMN part');
        $this->addSql('ALTER TABLE project DROP COLUMN picture_version');
        $this->addSql('ALTER TABLE piece DROP COLUMN tries');
        $this->addSql('ALTER TABLE run DROP COLUMN trouble');
        $this->addSql('ALTER TABLE run DROP COLUMN month_first');
        $this->addSql('ALTER TABLE revision DROP COLUMN token');
        $this->addSql('ALTER TABLE table_change DROP COLUMN token');
    }
}
