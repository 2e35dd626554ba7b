<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Naming\FreeName;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** Exports tables: small ones at once, large workbooks by a worker, kept for a day. */
final readonly class TablesOut
{
    public const WRITES = 'write-table';
    /** Cells of a workbook that are written while somebody waits for the answer. */
    private const AT_ONCE_CELLS = 30_000;

    /** @param iterable<RowLinks> $links */
    public function __construct(
        private TableRows $tables,
        private TableFileWriter $writer,
        private FilesystemOperator $files,
        private JobDispatcher $desk,
        #[AutowireIterator(RowLinks::class)] private iterable $links,
    ) {
    }

    public function isLarge(Project $project, string $ending): bool
    {
        return 'csv' !== $ending && $project->rowCount() * \count($project->columns()) > self::AT_ONCE_CELLS;
    }

    /**
     * With links to the newest file of each row and to its share page, if they exist.
     *
     * @param string                     $site     that pages are at, as https://host
     * @param (\Closure(int): void)|null $progress rows written so far
     *
     * @return string path of a file of its own
     */
    public function write(Project $project, string $ending, string $site, ?\Closure $progress = null): string
    {
        $table = $this->tables->table($project);
        $more = [];
        foreach ($this->links as $kind) {
            $more[$kind->heading()] = array_map(static fn (array $one): string => $site . $one['page'], $kind->links($project));
        }
        $more = array_filter($more);
        $rows = static function () use ($table, $more, $progress): \Generator {
            foreach ($table->rows as $i => $row) {
                if (null !== $progress && 0 === $i % 250) {
                    $progress($i);
                }
                yield [...$row->cells, ...array_map(static fn (array $of): string => $of[$row->id] ?? '', array_values($more))];
            }
            if (null !== $progress) {
                $progress(\count($table->rows));
            }
        };

        $headings = array_map(static fn (Column $column): string => $column->heading, $table->columns);
        foreach (array_keys($more) as $heading) {
            $headings[] = FreeName::of($heading, static fn (string $name): bool => \in_array($name, $headings, true), ' ');
        }

        return $this->writer->write($ending, $headings, $rows());
    }

    /** @return string the id to ask for it by */
    public function ask(Project $project, string $ending, string $site): string
    {
        $facts = ['ending' => $ending, 'site' => $site];
        $job = $this->desk->note(self::WRITES, $project->owner(), $project, $facts, $project->rowCount());
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
