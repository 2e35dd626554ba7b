<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Runs say by themselves what they are made as; pictures are called pictures. */
final class Version20261126120000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Outputs of runs; the table of pictures';
    }

    /** As in the first migration: transactions are not the migrator's. */
    public function isTransactional(): bool
    {
        return false;
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE run RENAME COLUMN format TO output');
        $this->addSql("ALTER TABLE run ADD COLUMN ending VARCHAR(10) DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE run ADD COLUMN one_file BOOLEAN DEFAULT 0 NOT NULL');
        $this->addSql("UPDATE run SET ending = CASE output WHEN 'pdfs' THEN 'pdf' ELSE output END, one_file = (output = 'pdf')");
        $this->addSql('ALTER TABLE asset RENAME TO picture');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE picture RENAME TO asset');
        $this->addSql('ALTER TABLE run DROP COLUMN one_file');
        $this->addSql('ALTER TABLE run DROP COLUMN ending');
        $this->addSql('ALTER TABLE run RENAME COLUMN output TO format');
    }
}
