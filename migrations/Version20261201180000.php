<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

final class Version20261201180000 extends Migration
{
    public function getDescription(): string
    {
        return 'Attempts are counted in one row each; what was counted before is older than anything looks back.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('DROP TABLE attempt');
    }
}
