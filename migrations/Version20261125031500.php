<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** What must stay in sight of a picture, members' own fonts and starters, and runs with bleed. */
final class Version20261125031500 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Focus of pictures, own fonts, own starters, bleed';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE asset ADD COLUMN set_x DOUBLE PRECISION DEFAULT NULL');
        $this->addSql('ALTER TABLE asset ADD COLUMN set_y DOUBLE PRECISION DEFAULT NULL');
        $this->addSql('ALTER TABLE asset ADD COLUMN found_x DOUBLE PRECISION DEFAULT 0.5 NOT NULL');
        $this->addSql('ALTER TABLE asset ADD COLUMN found_y DOUBLE PRECISION DEFAULT 0.5 NOT NULL');
        $this->addSql('ALTER TABLE run ADD COLUMN bleed BOOLEAN DEFAULT 0 NOT NULL');
        $this->addSql(
            'CREATE TABLE font (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, family VARCHAR(80) NOT NULL, weight ' .
            'INTEGER NOT NULL, italic BOOLEAN NOT NULL, hash VARCHAR(64) NOT NULL, ending VARCHAR(4) NOT NULL, ' .
            'licence CLOB NOT NULL, owner_id INTEGER NOT NULL, CONSTRAINT FK_D09408D27E3C61F9 FOREIGN KEY ' .
            '(owner_id) REFERENCES member (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_D09408D27E3C61F9D1B862B8 ON font (owner_id, hash)');
        $this->addSql('CREATE INDEX IDX_D09408D27E3C61F9 ON font (owner_id)');
        $this->addSql(
            'CREATE TABLE own_starter (id VARCHAR(26) NOT NULL, kept_at DATETIME NOT NULL, name VARCHAR(120) NOT ' .
            'NULL, size VARCHAR(80) NOT NULL, owner_id INTEGER NOT NULL, PRIMARY KEY (id), CONSTRAINT ' .
            'FK_79B70A5A7E3C61F9 FOREIGN KEY (owner_id) REFERENCES member (id) ON DELETE CASCADE NOT DEFERRABLE ' .
            'INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_79B70A5A7E3C61F9 ON own_starter (owner_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE own_starter');
        $this->addSql('DROP TABLE font');
        foreach (['asset' => ['set_x', 'set_y', 'found_x', 'found_y'], 'run' => ['bleed']] as $table => $columns) {
            foreach ($columns as $column) {
                $this->addSql("ALTER TABLE $table DROP COLUMN $column");
            }
        }
    }
}
