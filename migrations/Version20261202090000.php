<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

final class Version20261202090000 extends Migration
{
    public function getDescription(): string
    {
        return 'What a check reports is called a warning, in the table as well.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE proof RENAME COLUMN findings TO warnings');
    }
}
