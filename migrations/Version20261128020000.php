<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Pieces that can be checked: what is said of each, signed, and the keys it is signed with. */
final class Version20261128020000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Seals say of a piece that it is genuine; they are replaced and taken back, and never forgotten.';
    }

    public function up(Schema $schema): void
    {
        $of = static fn (string $what, string $id = 'VARCHAR(26)'): string =>
            "{$what}_id $id NOT NULL REFERENCES $what (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE";
        $this->addSql(
            "CREATE TABLE seal_key (id VARCHAR(16) NOT NULL, public_key VARCHAR(64) NOT NULL, secret_key CLOB NOT NULL,
                made_at DATETIME NOT NULL, {$of('member', 'INTEGER')}, PRIMARY KEY (id))",
        );
        $this->addSql('CREATE INDEX seal_key_member ON seal_key (member_id, made_at)');
        // `standing` is 1 for the one that holds of its code and null for those before it: so only one can.
        $this->addSql(
            "CREATE TABLE seal (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, row_id INTEGER NOT NULL, code VARCHAR(16) NOT NULL,
                statement CLOB NOT NULL, key_id VARCHAR(16) NOT NULL, signature VARCHAR(100) NOT NULL, standing INTEGER DEFAULT NULL,
                sealed_at DATETIME NOT NULL, taken_back_at DATETIME DEFAULT NULL, reason CLOB NOT NULL, looks INTEGER DEFAULT 0 NOT NULL,
                {$of('project')})",
        );
        $this->addSql('CREATE UNIQUE INDEX seal_standing ON seal (code, standing)');
        $this->addSql('CREATE INDEX seal_row ON seal (project_id, row_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE seal');
        $this->addSql('DROP TABLE seal_key');
    }
}
