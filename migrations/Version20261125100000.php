<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Ids of rows are never given twice. */
final class Version20261125100000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'The highest id a row of a project ever had';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE project ADD COLUMN last_row_id INTEGER DEFAULT 0 NOT NULL');
        $this->addSql(
            'UPDATE project SET last_row_id = COALESCE((SELECT MAX(uid) FROM table_row WHERE project_id = project.id), 0)',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE project DROP COLUMN last_row_id');
    }
}
