<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** Rows in which nothing stands make no piece. */
final class Version20261201010000 extends Migration
{
    public function getDescription(): string
    {
        return 'Rows without any cell are left out.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE table_row ADD COLUMN blank BOOLEAN DEFAULT FALSE NOT NULL');
        $this->addSql('ALTER TABLE project ADD COLUMN blank_rows INTEGER DEFAULT 0 NOT NULL');
        $this->addSql(
            "UPDATE table_row SET blank = TRUE WHERE REPLACE(REPLACE(REPLACE(cells, '\"\"', ''), ',', ''), ' ', '') = '[]'",
        );
        $this->addSql(
            'UPDATE project SET blank_rows = ' .
                '(SELECT COUNT(*) FROM table_row WHERE project_id = project.id AND blank = TRUE), skipped_rows = ' .
                '(SELECT COUNT(*) FROM table_row WHERE project_id = project.id AND (off = TRUE OR draft = TRUE OR blank = TRUE))',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE table_row DROP COLUMN blank');
        $this->addSql('ALTER TABLE project DROP COLUMN blank_rows');
    }
}
