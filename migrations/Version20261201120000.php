<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** Forms that order something are known by a token of their own, so that a double click orders once. */
final class Version20261201120000 extends Migration
{
    public function getDescription(): string
    {
        return 'A form that orders something is sent once.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE form_sent (token VARCHAR(24) NOT NULL, sent_at INTEGER NOT NULL, PRIMARY KEY (token))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE form_sent');
    }
}
