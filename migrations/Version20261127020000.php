<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Sheets of labels by their measures, which members keep; pieces know by what they were drawn, whatever they were put into. */
final class Version20261127020000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Members keep sheets of labels; pieces know by what they were drawn.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE kept_labels (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(80) NOT NULL, measures CLOB NOT NULL,
                owner_id INTEGER NOT NULL,
                FOREIGN KEY (owner_id) REFERENCES member (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE UNIQUE INDEX kept_labels_name ON kept_labels (owner_id, name)');
        $this->addSql('CREATE INDEX IDX_KEPT_LABELS_OWNER ON kept_labels (owner_id)');
        $this->addSql("ALTER TABLE piece ADD COLUMN drawn VARCHAR(40) DEFAULT '' NOT NULL");
        $this->addSql('CREATE INDEX piece_drawn ON piece (drawn)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE kept_labels');
        $this->addSql('DROP INDEX piece_drawn');
        $this->addSql('ALTER TABLE piece DROP COLUMN drawn');
    }
}
