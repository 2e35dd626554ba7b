<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Runs say by themselves what they are made as, and their work is a job as all long work is; pictures are called pictures. */
final class Version20261126120000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Outputs of runs; the table of pictures';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE run RENAME COLUMN format TO output');
        $this->addSql("ALTER TABLE run ADD COLUMN ending VARCHAR(10) DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE run ADD COLUMN one_file BOOLEAN DEFAULT 0 NOT NULL');
        $this->addSql("UPDATE run SET ending = CASE output WHEN 'pdfs' THEN 'pdf' ELSE output END, one_file = (output = 'pdf')");
        $this->addSql('ALTER TABLE asset RENAME TO picture');
        $this->addSql('ALTER TABLE job ADD COLUMN ended_at DATETIME DEFAULT NULL');
        // The work of a run is a job as all other work is. Runs that were under way stop, and can go on.
        $this->addSql(
            'INSERT INTO job (id, owner_id, project_id, kind, ref, state, facts, total, tries, done, started_at, outcome,
                error, asked_at, ended_at)
            SELECT LOWER(run.id), project.owner_id, run.project_id, \'run\', run.id,
                CASE run.state WHEN \'done\' THEN \'done\' ELSE \'stopped\' END, \'[]\', run.total, 0, 0, NULL,
                CASE WHEN run.bytes IS NULL THEN \'[]\' ELSE \'{"bytes":\' || run.bytes || \'}\' END,
                CASE run.state WHEN \'waiting\' THEN \'Morphea was renewed meanwhile. Go on makes the rest.\' ELSE run.trouble END,
                run.ordered_at, run.finished_at
            FROM run JOIN project ON project.id = run.project_id',
        );
        $this->addSql('ALTER TABLE run ADD COLUMN job_id VARCHAR(26) DEFAULT NULL REFERENCES job (id) ON DELETE CASCADE');
        $this->addSql('UPDATE run SET job_id = LOWER(id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_RUN_JOB ON run (job_id)');
        foreach (['state', 'total', 'trouble', 'bytes', 'finished_at'] as $column) {
            $this->addSql("ALTER TABLE run DROP COLUMN $column");
        }
    }

    public function down(Schema $schema): void
    {
        $this->addSql("ALTER TABLE run ADD COLUMN state VARCHAR(10) DEFAULT 'stopped' NOT NULL");
        $this->addSql('ALTER TABLE run ADD COLUMN total INTEGER DEFAULT 0 NOT NULL');
        $this->addSql("ALTER TABLE run ADD COLUMN trouble CLOB DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE run ADD COLUMN bytes INTEGER DEFAULT NULL');
        $this->addSql('ALTER TABLE run ADD COLUMN finished_at DATETIME DEFAULT NULL');
        $this->addSql('DROP INDEX UNIQ_RUN_JOB');
        $this->addSql('ALTER TABLE run DROP COLUMN job_id');
        $this->addSql("DELETE FROM job WHERE kind = 'run'");
        $this->addSql('ALTER TABLE job DROP COLUMN ended_at');
        $this->addSql('ALTER TABLE picture RENAME TO asset');
        $this->addSql('ALTER TABLE run DROP COLUMN one_file');
        $this->addSql('ALTER TABLE run DROP COLUMN ending');
        $this->addSql('ALTER TABLE run RENAME COLUMN output TO format');
    }
}
