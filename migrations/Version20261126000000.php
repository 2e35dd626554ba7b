<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Nothing is lost: changes are made once however often they are sent, runs keep the order of dates and count tries. */
final class Version20261126000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Tokens of changes, order of dates and tries of runs';
    }

    /** As in the first migration: transactions are not the migrator's. */
    public function isTransactional(): bool
    {
        return false;
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE table_change ADD COLUMN token VARCHAR(40) DEFAULT NULL');
        $this->addSql('ALTER TABLE revision ADD COLUMN token VARCHAR(40) DEFAULT NULL');
        $this->addSql("ALTER TABLE run ADD COLUMN month_first CLOB DEFAULT '[]' NOT NULL");
        $this->addSql("ALTER TABLE run ADD COLUMN trouble CLOB DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE project ADD COLUMN picture_version INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE piece ADD COLUMN tries INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE piece ADD COLUMN part VARCHAR(40) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE piece DROP COLUMN part');
        $this->addSql('ALTER TABLE project DROP COLUMN picture_version');
        $this->addSql('ALTER TABLE piece DROP COLUMN tries');
        $this->addSql('ALTER TABLE run DROP COLUMN trouble');
        $this->addSql('ALTER TABLE run DROP COLUMN month_first');
        $this->addSql('ALTER TABLE revision DROP COLUMN token');
        $this->addSql('ALTER TABLE table_change DROP COLUMN token');
    }
}
