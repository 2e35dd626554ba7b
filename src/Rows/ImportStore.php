<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Project;
use Morphea\App\Import\RawGrid;
use Morphea\App\Import\RawReader;
use Morphea\App\Import\UploadError;
use Symfony\Component\Uid\Ulid;

/** Table files that were sent and not taken over yet: kept as they came, and as they were read, so that looking at them again is quick. */
final readonly class ImportStore
{
    /** Files nobody came back to within this are thrown away. */
    private const KEPT_SECONDS = 86_400;

    public function __construct(private FilesystemOperator $files, private RawReader $reader)
    {
    }

    /**
     * @return string the id to find it by
     *
     * @throws UploadError
     */
    public function keep(Project $project, string $path, string $name): string
    {
        $grid = $this->reader->file($path, $name);
        $this->sweep($project);
        $id = strtolower((string) new Ulid());
        $this->files->write($this->path($project, $id, 'file'), (string) file_get_contents($path));
        $this->files->write($this->path($project, $id, 'name'), mb_strimwidth($name, 0, 200, '…', 'UTF-8'));
        $this->write($project, $id, '', $grid);

        return $id;
    }

    public function name(Project $project, string $id): ?string
    {
        $path = $this->path($project, $id, 'name');

        return 1 === preg_match('/^[0-9a-z]{26}$/', $id) && $this->files->fileExists($path) ? $this->files->read($path) : null;
    }

    /** @throws UploadError */
    public function grid(Project $project, string $id, ?string $encoding = null, ?string $delimiter = null, ?string $sheet = null): RawGrid
    {
        $how = null === $encoding && null === $delimiter && null === $sheet ? '' : '-'.substr(hash('sha256', serialize([$encoding, $delimiter, $sheet])), 0, 12);
        if (!$this->files->fileExists($this->path($project, $id, "grid$how"))) {
            $local = (string) tempnam(sys_get_temp_dir(), 'morphea');
            try {
                file_put_contents($local, $this->files->readStream($this->path($project, $id, 'file')));
                $this->write($project, $id, $how, $this->reader->file($local, (string) $this->name($project, $id), $encoding, $delimiter, $sheet));
            } finally {
                unlink($local);
            }
        }
        $grid = unserialize((string) gzinflate($this->files->read($this->path($project, $id, "grid$how"))), ['allowed_classes' => [RawGrid::class]]);
        \assert($grid instanceof RawGrid);

        return $grid;
    }

    public function forget(Project $project, string $id): void
    {
        $this->files->deleteDirectory("imports/{$project->id()}/$id");
    }

    private function write(Project $project, string $id, string $how, RawGrid $grid): void
    {
        $this->files->write($this->path($project, $id, "grid$how"), (string) gzdeflate(serialize($grid), 1));
    }

    private function sweep(Project $project): void
    {
        foreach ($this->files->listContents("imports/{$project->id()}") as $folder) {
            $id = basename($folder->path());
            if (Ulid::isValid(strtoupper($id)) && Ulid::fromString(strtoupper($id))->getDateTime()->getTimestamp() < time() - self::KEPT_SECONDS) {
                $this->files->deleteDirectory($folder->path());
            }
        }
    }

    private function path(Project $project, string $id, string $what): string
    {
        return "imports/{$project->id()}/$id/$what";
    }
}
