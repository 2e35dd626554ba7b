<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/**
 * What a member's organisation is called, and who signs for it: asked once, used in starters, emails and forms. And whether
 * somebody named a project, or it has the name of its starter still.
 */
final class Version20261201020000 extends Migration
{
    public function getDescription(): string
    {
        return 'Members say what their organisation is called.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE member ADD COLUMN organisation VARCHAR(120) DEFAULT '' NOT NULL");
        $this->addSql("ALTER TABLE member ADD COLUMN signatory VARCHAR(120) DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE project ADD COLUMN is_named BOOLEAN DEFAULT TRUE NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE member DROP COLUMN organisation');
        $this->addSql('ALTER TABLE member DROP COLUMN signatory');
        $this->addSql('ALTER TABLE project DROP COLUMN is_named');
    }
}
