<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

final class Version20261203090000 extends Migration
{
    public function getDescription(): string
    {
        return 'The language a member reads the interface in, and that of what strangers read of a project.';
    }

    public function up(Schema $schema): void
    {
        foreach (['member', 'project'] as $table) {
            $this->addSql("ALTER TABLE $table ADD COLUMN language VARCHAR(8) DEFAULT NULL");
        }
    }
}
