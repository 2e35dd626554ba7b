<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** Words that are typed in one go are one step of a design's history. */
final class Version20261201000000 extends Migration
{
    public function getDescription(): string
    {
        return 'A version of a design knows the edits that followed one another as one.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE revision ADD COLUMN burst VARCHAR(40) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE revision DROP COLUMN burst');
    }
}
