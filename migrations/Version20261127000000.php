<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Work by hand on single pieces, and one undo over all that is done in the station Proof. */
final class Version20261127000000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Touch-ups and accepted findings are kept with their rows; every step has a time.';
    }

    public function up(Schema $schema): void
    {
        $project = 'project_id VARCHAR(26) NOT NULL,
            FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';
        $this->addSql(
            "CREATE TABLE hand_work (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, row_id INTEGER NOT NULL, work CLOB NOT NULL,
                $project)",
        );
        $this->addSql('CREATE UNIQUE INDEX hand_work_row ON hand_work (project_id, row_id)');
        $this->addSql('CREATE INDEX IDX_HAND_WORK_PROJECT ON hand_work (project_id)');
        $this->addSql(
            "CREATE TABLE hand_change (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, step INTEGER NOT NULL, says VARCHAR(255) NOT NULL,
                works CLOB NOT NULL, token VARCHAR(40) DEFAULT NULL, at BIGINT NOT NULL, $project)",
        );
        $this->addSql('CREATE UNIQUE INDEX hand_change_step ON hand_change (project_id, step)');
        $this->addSql('CREATE INDEX IDX_HAND_CHANGE_PROJECT ON hand_change (project_id)');
        foreach (['hand_step', 'hand_version'] as $column) {
            $this->addSql("ALTER TABLE project ADD COLUMN $column INTEGER DEFAULT 0 NOT NULL");
        }
        foreach (['revision', 'table_change'] as $table) {
            $this->addSql("ALTER TABLE $table ADD COLUMN at BIGINT DEFAULT 0 NOT NULL");
        }
        $this->addSql("ALTER TABLE run ADD COLUMN touch_ups CLOB DEFAULT '[]' NOT NULL");
        $this->addSql('ALTER TABLE proof ADD COLUMN accepted INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE proof ADD COLUMN pixels CLOB DEFAULT NULL');
        $this->addSql("ALTER TABLE proof ADD COLUMN layers CLOB DEFAULT '' NOT NULL");
        // What was found before was judged otherwise.
        $this->addSql('DELETE FROM proof');
        $this->addSql("UPDATE project SET proofed = ''");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE hand_work');
        $this->addSql('DROP TABLE hand_change');
        foreach (['project' => ['hand_step', 'hand_version'], 'revision' => ['at'], 'table_change' => ['at'],
            'run' => ['touch_ups'], 'proof' => ['accepted', 'pixels', 'layers']] as $table => $columns) {
            foreach ($columns as $column) {
                $this->addSql("ALTER TABLE $table DROP COLUMN $column");
            }
        }
    }
}
