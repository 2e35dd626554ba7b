<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

final class Version20261205090000 extends Migration
{
    public function getDescription(): string
    {
        return 'The time zone of a project; null for that of its owner.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE project ADD COLUMN zone VARCHAR(64) DEFAULT NULL');
    }
}
