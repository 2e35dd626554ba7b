<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** A run keeps which file every picture, clip, sound and font was when it was ordered. Runs with the same share it. */
final class Version20261201160000 extends Migration
{
    public function getDescription(): string
    {
        return 'A run keeps the files that its names meant.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE meant_files (
            id VARCHAR(64) NOT NULL, files TEXT NOT NULL,
            project_id VARCHAR(26) NOT NULL REFERENCES project (id) ON DELETE CASCADE, PRIMARY KEY (id)
        )');
        $this->addSql('CREATE INDEX meant_files_project ON meant_files (project_id)');
        $this->addSql('ALTER TABLE run ADD COLUMN meant_id VARCHAR(64) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE run DROP COLUMN meant_id');
        $this->addSql('DROP TABLE meant_files');
    }
}
