<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Pieces are found by their row. */
final class Version20261126180000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'The newest piece of a row is found without looking at all pieces of all runs.';
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
