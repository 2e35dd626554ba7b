<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\SqliteMigration;

/** Runs of several outputs; files are known one by one, and shared by runs. */
final class Version20261126160000 extends SqliteMigration
{
    public function getDescription(): string
    {
        return 'Runs make several outputs with settings; their files are known by what they hold, and shared.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE run_file (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, run_id VARCHAR(26) NOT NULL,
            project_id VARCHAR(26) NOT NULL, position INTEGER NOT NULL, number INTEGER NOT NULL, name CLOB NOT NULL,
            file_key VARCHAR(40) NOT NULL, path VARCHAR(200) NOT NULL, bytes BIGINT NOT NULL, crc INTEGER DEFAULT NULL,
            CONSTRAINT FK_RUN_FILE_RUN FOREIGN KEY (run_id) REFERENCES run (id) ON DELETE CASCADE,
            CONSTRAINT FK_RUN_FILE_PROJECT FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_RUN_FILE ON run_file (run_id, position, number)');
        $this->addSql('CREATE INDEX IDX_RUN_FILE_PROJECT ON run_file (project_id)');
        $this->addSql('CREATE INDEX run_file_key ON run_file (project_id, file_key)');
        $this->addSql('CREATE INDEX run_file_path ON run_file (path)');
        $this->addSql("ALTER TABLE run ADD COLUMN choices CLOB NOT NULL DEFAULT '[]'");
        $this->addSql("ALTER TABLE run ADD COLUMN order_name VARCHAR(80) NOT NULL DEFAULT ''");
        $this->addSql("ALTER TABLE run ADD COLUMN ordered_by VARCHAR(180) NOT NULL DEFAULT ''");
        $this->addSql('ALTER TABLE run ADD COLUMN plain_names BOOLEAN NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE run ADD COLUMN name_bytes INTEGER NOT NULL DEFAULT 120');
        $this->addSql('ALTER TABLE piece ADD COLUMN input VARCHAR(40) DEFAULT NULL');
        $this->addSql('ALTER TABLE piece ADD COLUMN taken BOOLEAN NOT NULL DEFAULT 0');
        $this->addSql('CREATE INDEX piece_input ON piece (input)');
        $this->addSql('ALTER TABLE job ADD COLUMN given INTEGER NOT NULL DEFAULT 0');
        $this->addSql('CREATE TABLE saved_order (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, project_id VARCHAR(26) NOT NULL,
            name VARCHAR(80) NOT NULL, said CLOB NOT NULL,
            CONSTRAINT FK_SAVED_ORDER_PROJECT FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_SAVED_ORDER ON saved_order (project_id, name)');
        $this->addSql("UPDATE run SET choices = json_array(json_object('output', output, 'edge',
            CASE WHEN bleed = 1 THEN 'bleed' ELSE 'cut' END))");
        // What runs made before is found where it lay. Sides have numbers in the names from now on; only these did not say them.
        $this->addSql("INSERT INTO run_file (run_id, project_id, position, number, name, file_key, path, bytes)
            SELECT run.id, run.project_id, 0, 0, run.file_name || '.' || run.ending, '', 'runs/' || run.id || '/all.' || run.ending,
                COALESCE(json_extract(job.outcome, '$.bytes'), 0)
            FROM run JOIN job ON job.id = run.job_id WHERE run.one_file = 1 AND job.state = 'done'
                AND json_extract(job.outcome, '$.bytes') IS NOT NULL");
        $this->addSql("INSERT INTO run_file (run_id, project_id, position, number, name, file_key, path, bytes)
            SELECT run.id, run.project_id, piece.position, side.key, piece.name
                || CASE WHEN run.output <> 'pdfs' AND json_array_length(run.template, '$.sides') > 1
                    THEN '-' || LOWER(json_extract(side.value, '$.name')) ELSE '' END || '.' || run.ending, '',
                'runs/' || run.id || '/pieces/' || printf('%06d-%d', piece.position, side.key + 1) || '.' || run.ending, 0
            FROM piece JOIN run ON run.id = piece.run_id, json_each(run.template, '$.sides') AS side
            WHERE run.one_file = 0 AND piece.state = 'made' AND (run.output <> 'pdfs' OR side.key = 0)");
        $this->addSql('ALTER TABLE run DROP COLUMN output');
        $this->addSql('ALTER TABLE run DROP COLUMN ending');
        $this->addSql('ALTER TABLE run DROP COLUMN one_file');
        $this->addSql('ALTER TABLE run DROP COLUMN bleed');
        $this->addSql('ALTER TABLE piece DROP COLUMN part');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Files that runs share cannot be given back to one of them.');
    }
}
