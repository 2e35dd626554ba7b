<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** How often something was done, in one row that is asked and counted at once; and accounts whose address is confirmed by its owner. */
final class Version20261201080000 extends Migration
{
    public function getDescription(): string
    {
        return 'Limits are asked and counted by one statement.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE rate_limit (name VARCHAR(24) NOT NULL, who VARCHAR(64) NOT NULL, since DOUBLE PRECISION NOT NULL,
            hits INTEGER NOT NULL, PRIMARY KEY (name, who))');
        $this->addSql('ALTER TABLE member ADD COLUMN confirmed_at TIMESTAMP(0) DEFAULT NULL');
        $this->addSql('CREATE TABLE sign_up (token VARCHAR(64) NOT NULL, email VARCHAR(180) NOT NULL, name VARCHAR(80) NOT NULL,
            password VARCHAR(255) NOT NULL, asked_at INTEGER NOT NULL, PRIMARY KEY (token))');
        // Whoever sent emails before answers for their address already.
        $this->addSql("UPDATE member SET confirmed_at = CURRENT_TIMESTAMP WHERE id IN (SELECT owner_id FROM project JOIN letter
            ON letter.project_id = project.id WHERE letter.state = 'sent')");
        $this->addSql("ALTER TABLE link_set ADD COLUMN second_column VARCHAR(80) DEFAULT '' NOT NULL");
        $this->addSql('CREATE INDEX rate_limit_since ON rate_limit (since)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE link_set DROP COLUMN second_column');
        $this->addSql('DROP TABLE sign_up');
        $this->addSql('ALTER TABLE member DROP COLUMN confirmed_at');
        $this->addSql('DROP TABLE rate_limit');
    }
}
