<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Platforms\SQLitePlatform;
use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** A line of the history can say of what it is, so that it stands there once; keys know when they were made to the fraction. */
final class Version20261130000000 extends Migration
{
    public function getDescription(): string
    {
        return 'What is told once stands in the history once, however often whoever tells it begins again.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE happening ADD COLUMN sign VARCHAR(120) DEFAULT NULL');
        $this->addSql('CREATE UNIQUE INDEX happening_sign ON happening (project_id, sign)');
        if (!$this->platform instanceof SQLitePlatform) {
            // SQLite keeps it as it was written: two keys of one second have an order.
            $this->addSql('ALTER TABLE seal_key ALTER made_at TYPE TIMESTAMP(6)');
        }
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX happening_sign');
        $this->addSql('ALTER TABLE happening DROP COLUMN sign');
    }
}
