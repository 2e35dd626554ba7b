<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** A row has one page that holds, whoever gives it and however many do so at once. */
final class Version20261128100000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Of the pages of a row one holds at a time.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'UPDATE piece_link SET taken_back_at = made_at WHERE taken_back_at IS NULL AND id NOT IN
                (SELECT MAX(id) FROM piece_link WHERE taken_back_at IS NULL GROUP BY project_id, row_id)',
        );
        $this->addSql('CREATE UNIQUE INDEX piece_link_holds ON piece_link (project_id, row_id) WHERE taken_back_at IS NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX piece_link_holds');
    }
}
