<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/** Workers on many machines: who is there, and how much of each work is handed out. */
final class Version20261129020000 extends Migration
{
    public function getDescription(): string
    {
        return 'Workers say that they are there; works know how much of them is handed out, and when somebody was last at it.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE job ADD COLUMN handed INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE job ADD COLUMN fits INTEGER DEFAULT 2 NOT NULL');
        $this->addSql('ALTER TABLE job ADD COLUMN touched_at DOUBLE PRECISION DEFAULT 0 NOT NULL');
        $this->addSql('CREATE INDEX job_state ON job (state)');
        $this->addSql(
            'CREATE TABLE worker (id VARCHAR(80) NOT NULL, started_at DOUBLE PRECISION NOT NULL, seen_at DOUBLE PRECISION NOT NULL,
                pace DOUBLE PRECISION DEFAULT 0 NOT NULL, PRIMARY KEY (id))',
        );
        $this->addSql('CREATE TABLE tally (name VARCHAR(40) NOT NULL, value BIGINT NOT NULL, PRIMARY KEY (name))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE tally');
        $this->addSql('DROP TABLE worker');
        $this->addSql('DROP INDEX job_state');
        foreach (['handed', 'fits', 'touched_at'] as $column) {
            $this->addSql("ALTER TABLE job DROP COLUMN $column");
        }
    }
}
