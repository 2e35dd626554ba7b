<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Pieces are found by their row. */
final class Version20261126180000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The newest piece of a row is found without looking at all pieces of all runs.';
    }

    /** As in the first migration: transactions are not the migrator's. */
    public function isTransactional(): bool
    {
        return false;
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX piece_row ON piece (row_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX piece_row');
    }
}
