<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Posts, each at its time. */
final class Version20261128080000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Pieces are posted at their times: once each, by a sign of its own.';
    }

    public function up(Schema $schema): void
    {
        $project = 'project_id VARCHAR(26) NOT NULL REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';
        $this->addSql("CREATE TABLE calendar (is_on BOOLEAN NOT NULL, base VARCHAR(250) NOT NULL, $project, PRIMARY KEY (project_id))");
        $this->addSql(
            "CREATE TABLE post (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, row_id INTEGER NOT NULL, kind VARCHAR(200) NOT NULL,
                at DATETIME NOT NULL, sign VARCHAR(26) NOT NULL, state VARCHAR(8) NOT NULL, tries INTEGER DEFAULT 0 NOT NULL,
                begun_at DOUBLE PRECISION DEFAULT NULL, posted_at DATETIME DEFAULT NULL, receipt VARCHAR(200) NOT NULL,
                error CLOB NOT NULL, $project)",
        );
        $this->addSql('CREATE UNIQUE INDEX post_row ON post (project_id, row_id)');
        $this->addSql('CREATE UNIQUE INDEX post_sign ON post (sign)');
        $this->addSql('CREATE INDEX post_due ON post (state, at)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE post');
        $this->addSql('DROP TABLE calendar');
    }
}
