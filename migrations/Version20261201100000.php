<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/**
 * Responses know their row, the network they came from while they are open, and whether their address was confirmed; members
 * have the issuer's name that an administrator confirmed.
 */
final class Version20261201100000 extends Migration
{
    public function getDescription(): string
    {
        return 'Responses know their row, and whether their address was confirmed.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE answer ADD COLUMN network VARCHAR(40) DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE answer ADD COLUMN confirm_token VARCHAR(32) DEFAULT NULL');
        $this->addSql('ALTER TABLE answer ADD COLUMN confirmed_at TIMESTAMP(0) DEFAULT NULL');
        $this->addSql('ALTER TABLE member ADD COLUMN issuer VARCHAR(200) DEFAULT NULL');
        $this->addSql('CREATE INDEX answer_row ON answer (project_id, row_id)');
        $this->addSql('CREATE INDEX answer_confirm ON answer (confirm_token)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX answer_confirm');
        $this->addSql('DROP INDEX answer_row');
        $this->addSql('ALTER TABLE member DROP COLUMN issuer');
        foreach (['confirmed_at', 'confirm_token', 'network'] as $column) {
            $this->addSql("ALTER TABLE answer DROP COLUMN $column");
        }
    }
}
