<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Pieces know their row by its id. */
final class Version20261126140000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Pieces know the row they are made of, whatever number it has by now.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE piece ADD COLUMN row_id INTEGER DEFAULT NULL');
        // Runs that were under way have been stopped; what asked for their pieces is not known any more.
        $this->addSql("DELETE FROM messenger_messages WHERE body LIKE '%MakePieces%' OR body LIKE '%FinishRun%'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE piece DROP COLUMN row_id');
    }
}
