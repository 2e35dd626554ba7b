<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Clips and sounds beside pictures. */
final class Version20261126200000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A clip or sound of a project knows how many seconds it lasts.';
    }

    /** As in the first migration: transactions are not the migrator's. */
    public function isTransactional(): bool
    {
        return false;
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE picture ADD COLUMN seconds DOUBLE PRECISION DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE picture DROP COLUMN seconds');
    }
}
