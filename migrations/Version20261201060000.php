<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/**
 * An automation compares rows by column, asks before it acts on many, knows what came of each step row by row, and which version
 * of the table it saw last.
 */
final class Version20261201060000 extends Migration
{
    public function getDescription(): string
    {
        return 'Automations compare rows by column and ask before they act on many.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE followed ADD COLUMN prints TEXT DEFAULT '' NOT NULL");
        $this->addSql("ALTER TABLE followed ADD COLUMN notes TEXT DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE followed ADD COLUMN is_approved BOOLEAN DEFAULT FALSE NOT NULL');
        $this->addSql('ALTER TABLE follow ADD COLUMN seen_version INTEGER DEFAULT -1 NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE follow DROP COLUMN seen_version');
        foreach (['is_approved', 'notes', 'prints'] as $column) {
            $this->addSql("ALTER TABLE followed DROP COLUMN $column");
        }
    }
}
