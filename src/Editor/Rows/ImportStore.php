<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\RawGrid;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Platform\Files\LocalCopy;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Platform\Jobs\JobStoppedException;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Project\Projects\OwnsFolders;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\Uid\Ulid;

/** Uploaded table files that are not imported yet: kept as uploaded and as read, so that showing them again is quick. */
final readonly class ImportStore implements OwnsFolders
{
    public const FOLDER = 'imports';
    public const READS = 'read-table';
    /** The name of what came by the clipboard: its cells are what tabs part. */
    public const PASTED = 'pasted';
    /** Workbooks that unpack to more than this are read by a worker, in the background. */
    private const LARGE_BYTES = 1_000_000;

    public function __construct(
        private FilesystemOperator $files,
        private RawReader $reader,
        private LocalCopy $local,
        private JobDispatcher $desk,
    ) {
    }

    /**
     * @return string the id to find it by
     *
     * @throws UploadException when it can be no table, however it is read
     */
    public function keep(Project $project, string $path, string $name): string
    {
        $unpacked = $this->reader->check($path, $name);
        $id = strtolower((string) new Ulid());
        $stream = fopen($path, 'r');
        \assert(false !== $stream);
        $this->files->writeStream($this->path($project, $id, 'file'), $stream);
        $this->files->write($this->path($project, $id, 'name'), mb_strimwidth($name, 0, 200, '…', 'UTF-8'));
        if ($unpacked > self::LARGE_BYTES) {
            $this->files->write($this->path($project, $id, 'large'), '');
        }

        return $id;
    }

    public function folders(Project $project): array
    {
        return [self::FOLDER . "/{$project->id()}"];
    }

    public function name(Project $project, string $id): ?string
    {
        $path = $this->path($project, $id, 'name');

        return 1 === preg_match('/^[0-9a-z]{26}$/', $id) && $this->files->fileExists($path) ? $this->files->read($path) : null;
    }

    /**
     * The job reading a large file, started if necessary; null once it is read, and for files that need no worker.
     *
     * @throws UploadException when it could not be read
     */
    public function waits(Project $project, string $id, ?string $sheet): ?Job
    {
        $how = self::how(null, null, $sheet);
        if (
            $this->files->fileExists($this->path($project, $id, "grid$how")) ||
            !$this->files->fileExists($this->path($project, $id, 'large'))
        ) {
            return null;
        }
        $job = $this->desk->called($project, self::READS, $id . $how);
        if (null === $job) {
            $job = $this->desk->note(
                self::READS,
                $project->owner(),
                $project,
                ['import' => $id, 'sheet' => (string) $sheet],
                null,
                $id . $how,
            );
            $this->desk->ask($job);
        }
        if (JobState::Failed === $job->state()) {
            throw new UploadException($job->error());
        }

        return $job;
    }

    /**
     * What a worker does with a large file.
     *
     * @throws UploadException
     * @throws JobStoppedException     when nobody wants it any more
     */
    public function read(Project $project, string $id, ?string $sheet, ProgressReporter $report): void
    {
        $this->name($project, $id) ?? throw new JobStoppedException();
        $how = self::how(null, null, $sheet);
        if (!$this->files->fileExists($this->path($project, $id, "grid$how"))) {
            $this->readAs($project, $id, $how, null, null, $sheet, $report->done(...));
        }
        $this->name($project, $id) ?? throw new JobStoppedException();
    }

    /** @throws UploadException */
    public function grid(
        Project $project,
        string $id,
        ?string $encoding = null,
        ?string $delimiter = null,
        ?string $sheet = null,
    ): RawGrid {
        $how = self::how($encoding, $delimiter, $sheet);
        if (!$this->files->fileExists($this->path($project, $id, "grid$how"))) {
            $this->readAs($project, $id, $how, $encoding, $delimiter, $sheet);
        }
        $grid = unserialize((string) gzinflate($this->files->read($this->path($project, $id, "grid$how"))), [
            'allowed_classes' => [RawGrid::class, Message::class],
        ]);
        \assert($grid instanceof RawGrid);

        return $grid;
    }

    /**
     * The options for a file that could not be read as it is.
     *
     * @return list<string>|null names of its sheets; null where it is text
     */
    public function sheets(Project $project, string $id): ?array
    {
        return $this->local->with($this->path($project, $id, 'file'), $this->reader->sheets(...));
    }

    /**
     * A picture in a cell of a workbook.
     *
     * @param string $entry as the grid names it
     */
    public function picture(Project $project, string $id, string $entry, int $most): string
    {
        return $this->local->with($this->path($project, $id, 'file'), static function (string $path) use ($entry, $most): string {
            $zip = new \ZipArchive();
            $bytes = true === $zip->open($path, \ZipArchive::RDONLY) ? $zip->getFromName($entry, $most) : false;

            return (string) $bytes;
        });
    }

    public function forget(Project $project, string $id): void
    {
        $this->desk->forgetCalled($project, self::READS, $id);
        $this->files->deleteDirectory(self::FOLDER . "/{$project->id()}/$id");
    }

    /** @throws UploadException */
    private function readAs(
        Project $project,
        string $id,
        string $how,
        ?string $encoding,
        ?string $delimiter,
        ?string $sheet,
        ?\Closure $progress = null,
    ): void {
        $name = (string) $this->name($project, $id);
        $grid = $this->local->with(
            $this->path($project, $id, 'file'),
            fn (string $path): RawGrid => $this->reader->file($path, $name, $encoding, $delimiter, $sheet, $progress),
        );
        $bytes = (string) gzdeflate(serialize($grid), 1);
        // Whoever corrects something names all the rest as it was found.
        foreach (
            array_unique([
                $how,
                '' === $how ? self::how($grid->encoding, $grid->delimiter, '' === $grid->sheet ? null : $grid->sheet) : $how,
            ])
            as $one
        ) {
            $this->files->write($this->path($project, $id, "grid$one"), $bytes);
        }
    }

    private static function how(?string $encoding, ?string $delimiter, ?string $sheet): string
    {
        return null === $encoding && null === $delimiter && null === $sheet
            ? ''
            : '-' . substr(hash('sha256', serialize([$encoding, $delimiter, $sheet])), 0, 12);
    }

    private function path(Project $project, string $id, string $what): string
    {
        return self::FOLDER . "/{$project->id()}/$id/$what";
    }
}
