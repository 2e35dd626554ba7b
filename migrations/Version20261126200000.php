<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Clips and sounds beside pictures. */
final class Version20261126200000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'A clip or sound of a project knows how many seconds it lasts.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE picture ADD COLUMN seconds DOUBLE PRECISION DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE picture DROP COLUMN seconds');
    }
}
