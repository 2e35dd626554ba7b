<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** A run says what its pieces are for: mockups are no pieces of their rows. */
final class Version20261201140000 extends Migration
{
    public function getDescription(): string
    {
        return 'A run has a purpose.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE run ADD COLUMN purpose VARCHAR(8) DEFAULT 'pieces' NOT NULL");
        $this->addSql("UPDATE run SET purpose = 'mockups' WHERE choices LIKE '%\"output\":\"products\"%'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE run DROP COLUMN purpose');
    }
}
