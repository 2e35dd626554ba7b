<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

final class Version20261203090000 extends Migration
{
    public function getDescription(): string
    {
        return 'The language a member reads the interface in.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE member ADD COLUMN language VARCHAR(8) DEFAULT NULL');
    }
}
