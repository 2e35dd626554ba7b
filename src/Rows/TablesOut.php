<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Project;
use Morphea\App\Import\TableWriter;
use Morphea\App\Storage\WorkNotes;
use Morphea\App\Web\Progress;
use Morphea\App\Web\Stopped;
use Morphea\Core\Data\Column;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Uid\Ulid;

/** Tables as files: small ones at once, large workbooks by a worker, kept for a day. */
final readonly class TablesOut
{
    /** Cells of a workbook that are written while somebody waits for the answer. */
    private const AT_ONCE_CELLS = 30_000;
    private const TRIES = 3;

    public function __construct(private TableStore $tables, private TableWriter $writer, private FilesystemOperator $files, private WorkNotes $notes, private MessageBusInterface $bus)
    {
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
        $sheet = $this->tables->sheet($project);
        $rows = static function () use ($sheet, $progress): \Generator {
            foreach ($sheet->rows as $i => $row) {
                if (null !== $progress && 0 === $i % 250) {
                    $progress($i);
                }
                yield $row->cells;
            }
            if (null !== $progress) {
                $progress(\count($sheet->rows));
            }
        };

        return $this->writer->write($ending, array_map(static fn (Column $column): string => $column->heading, $sheet->columns), $rows());
    }

    /** @return string the id to ask for it by */
    public function ask(Project $project, string $ending): string
    {
        $this->notes->sweep("written/{$project->id()}");
        $id = strtolower((string) new Ulid());
        $this->notes->tell($this->path($project, $id, 'progress'), ['ending' => $ending, 'total' => $project->rowCount()]);
        $this->bus->dispatch(new WriteTable($project->id(), $id));

        return $id;
    }

    /** How far the worker is; the ending of the file once it is there; null when there is none, or no more. */
    public function look(Project $project, string $id): Progress|string|null
    {
        $told = $this->told($project, $id);

        return null === $told ? null : (isset($told['bytes']) ? (string) $told['ending'] : Progress::of($told));
    }

    /** @return resource of the file */
    public function stream(Project $project, string $id): mixed
    {
        return $this->files->readStream($this->path($project, $id, 'file'));
    }

    public function bytes(Project $project, string $id): int
    {
        return $this->files->fileSize($this->path($project, $id, 'file'));
    }

    public function forget(Project $project, string $id): void
    {
        if (null !== $this->told($project, $id)) {
            $this->files->deleteDirectory("written/{$project->id()}/$id");
        }
    }

    /** What a worker does. Whoever does not want the file any more has it forgotten, which ends the work. */
    public function work(Project $project, string $id): void
    {
        $told = $this->told($project, $id);
        $tries = 1 + (int) ($told['tries'] ?? 0);
        if (null === $told || isset($told['bytes']) || $tries > self::TRIES) {
            $this->forget($project, $id);

            return;
        }
        $facts = ['ending' => (string) $told['ending'], 'total' => $project->rowCount(), 'started' => microtime(true), 'tries' => $tries];
        $this->notes->tell($this->path($project, $id, 'progress'), $facts);
        try {
            $path = $this->write($project, $facts['ending'], function (int $rows) use ($project, $id, $facts): void {
                if (null === $this->told($project, $id)) {
                    throw new Stopped();
                }
                $this->notes->tell($this->path($project, $id, 'progress'), ['done' => $rows] + $facts);
            });
        } catch (Stopped) {
            $this->files->deleteDirectory("written/{$project->id()}/$id");

            return;
        }
        $stream = fopen($path, 'r');
        if (false !== $stream && null !== $this->told($project, $id)) {
            $this->files->writeStream($this->path($project, $id, 'file'), $stream);
            $this->notes->tell($this->path($project, $id, 'progress'), ['bytes' => filesize($path)] + $facts);
        }
        unlink($path);
    }

    /** @return array<array-key, mixed>|null */
    private function told(Project $project, string $id): ?array
    {
        return 1 === preg_match('/^[0-9a-z]{26}$/', $id) ? $this->notes->told($this->path($project, $id, 'progress')) : null;
    }

    private function path(Project $project, string $id, string $what): string
    {
        return "written/{$project->id()}/$id/$what";
    }
}
