<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Job;
use Morphea\App\Entity\Project;
use Morphea\App\Import\TableWriter;
use Morphea\App\Tables\TableRows;
use Morphea\App\Work\WorkDesk;
use Morphea\Core\Data\Column;

/** Tables as files: small ones at once, large workbooks by a worker, kept for a day. */
final readonly class TablesOut
{
    public const WRITES = 'write-table';
    /** Cells of a workbook that are written while somebody waits for the answer. */
    private const AT_ONCE_CELLS = 30_000;

    public function __construct(
        private TableRows $tables,
        private TableWriter $writer,
        private FilesystemOperator $files,
        private WorkDesk $desk,
    ) {
    }

    public function isLarge(Project $project, string $ending): bool
    {
        return 'csv' !== $ending && $project->rowCount() * \count($project->columns()) > self::AT_ONCE_CELLS;
    }

    /**
     * @param (\Closure(int): void)|null $progress rows written so far
     *
     * @return string path of a file of its own
     */
    public function write(Project $project, string $ending, ?\Closure $progress = null): string
    {
        $table = $this->tables->table($project);
        $rows = static function () use ($table, $progress): \Generator {
            foreach ($table->rows as $i => $row) {
                if (null !== $progress && 0 === $i % 250) {
                    $progress($i);
                }
                yield $row->cells;
            }
            if (null !== $progress) {
                $progress(\count($table->rows));
            }
        };

        return $this->writer->write(
            $ending,
            array_map(static fn (Column $column): string => $column->heading, $table->columns),
            $rows(),
        );
    }

    /** @return string the id to ask for it by */
    public function ask(Project $project, string $ending): string
    {
        $job = $this->desk->note(self::WRITES, $project->owner(), $project, ['ending' => $ending], $project->rowCount());
        $this->desk->ask($job);

        return $job->id();
    }

    public function find(Project $project, string $id): ?Job
    {
        return $this->desk->find($project, self::WRITES, $id);
    }

    /** @return resource of the file */
    public function stream(Job $job): mixed
    {
        return $this->files->readStream(self::path($job));
    }

    public function bytes(Job $job): int
    {
        return $this->files->fileSize(self::path($job));
    }

    public static function path(Job $job): string
    {
        return "{$job->folder()}/table";
    }
}
