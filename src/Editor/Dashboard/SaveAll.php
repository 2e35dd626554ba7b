<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Files\NoRoom;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\Report;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Cells\Harmless;
use Morphea\Core\Table\Naming\FreeName;
use Morphea\Core\Table\Naming\SafeName;
use ZipStream\CompressionMethod;
use ZipStream\ZipStream;

/** All that is kept of a member, in open formats: each project as a file, and what was sent, given and answered as tables. */
final readonly class SaveAll implements Task
{
    public const KIND = 'save-all';
    /** What is written besides the projects, by file, of a member: in SQL, with the member's id as its only value. */
    private const TABLES = [
        'account.csv' => 'SELECT email, name, organisation, signatory, confirmed_at, issuer FROM member WHERE id = ?',
        'emails.csv' => 'SELECT project.id AS project, letter.row_number AS "row", letter.email, letter.copy_of, letter.state,
            letter.error, letter.sent_at FROM letter JOIN project
            ON project.id = letter.project_id WHERE project.owner_id = ? ORDER BY letter.id',
        'closed-addresses.csv' => 'SELECT email, why, since FROM closed_address WHERE member_id = ? ORDER BY since',
        'responses.csv' => 'SELECT project.id AS project, answer.made_at, answer.row_id, answer.confirmed_at, answer.cells FROM answer
            JOIN project ON project.id = answer.project_id WHERE answer.given = TRUE AND project.owner_id = ? ORDER BY answer.made_at',
        'share-pages.csv' => 'SELECT project.id AS project, piece_link.row_id, piece_link.token, piece_link.views, piece_link.fetches,
            piece_link.taken_back_at FROM piece_link JOIN project ON project.id = piece_link.project_id WHERE project.owner_id = ?',
        'verification.csv' => 'SELECT project.id AS project, seal.code, seal.statement, seal.key_id, seal.signature, seal.sealed_at,
            seal.taken_back_at, seal.reason FROM seal JOIN project ON project.id = seal.project_id WHERE project.owner_id = ?',
        'posts.csv' => 'SELECT project.id AS project, post.row_id, post.at, post.state, post.receipt FROM post
            JOIN project ON project.id = post.project_id WHERE project.owner_id = ? ORDER BY post.at',
        'history.csv' => 'SELECT project.id AS project, happening.at, happening.kind, happening.words, happening.who FROM happening
            JOIN project ON project.id = happening.project_id WHERE project.owner_id = ? ORDER BY happening.id',
        'signed-in.csv' => 'SELECT started_at, seen_at, agent FROM session WHERE member_id = ?',
    ];

    public function __construct(
        private ProjectFile $file,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private FilesystemOperator $files,
    ) {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'projects';
    }

    public function do(Job $job, Report $report): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'all');
        try {
            $this->write($path, $job->owner()->id(), $report);
            $stream = fopen($path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream("{$job->folder()}/file", $stream);

            return ['bytes' => filesize($path)];
        } finally {
            unlink($path);
        }
    }

    public function tooMuch(Job $job): string
    {
        return 'All your projects are too much to be written at once. Save them one by one.';
    }

    private function write(string $path, int $member, Report $report): void
    {
        $file = fopen($path, 'w');
        if (false === $file) {
            throw new NoRoom("$path cannot be written.");
        }
        $zip = new ZipStream(outputStream: $file, sendHttpHeaders: false, defaultEnableZeroHeader: false);
        $taken = [];
        $projects = array_map(strval(...), $this->connection->fetchFirstColumn(
            'SELECT id FROM project WHERE owner_id = ? ORDER BY created_at, id',
            [$member],
        ));
        foreach ($projects as $i => $id) {
            $report->done($i, \count($projects));
            $project = $this->entities->find(Project::class, $id);
            if (null !== $project && $project->owner()->id() === $member) {
                $one = $this->file->write($project, true);
                try {
                    $wanted = SafeName::of($project->name()) ?: 'project';
                    // Names that differ in their case alone are one on many machines.
                    $name = FreeName::of($wanted, static fn (string $name): bool => isset($taken[mb_strtolower($name, 'UTF-8')]));
                    $taken[mb_strtolower($name, 'UTF-8')] = true;
                    $zip->addFileFromPath("projects/$name.morphea", $one, compressionMethod: CompressionMethod::STORE);
                } finally {
                    unlink($one);
                }
            }
            $this->entities->clear();
        }
        foreach (self::TABLES as $name => $sql) {
            $zip->addFileFromStream($name, $this->csv($sql, $member));
        }
        $bytes = $zip->finish();
        if (!fclose($file) || filesize($path) !== $bytes) {
            throw new NoRoom('There is no room for the file.');
        }
    }

    /** @return resource */
    private function csv(string $sql, int $member)
    {
        $out = fopen('php://temp', 'r+') ?: throw new NoRoom('There is no room for the file.');
        $isFirst = true;
        foreach ($this->connection->executeQuery($sql, [$member])->iterateAssociative() as $row) {
            if ($isFirst) {
                fputcsv($out, array_keys($row), ',', '"', '');
                $isFirst = false;
            }
            fputcsv($out, array_map(static fn (mixed $cell): string => Harmless::cell((string) $cell), $row), ',', '"', '');
        }
        rewind($out);

        return $out;
    }
}
