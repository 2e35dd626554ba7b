<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Project;
use Morphea\App\Import\RawGrid;
use Morphea\App\Import\RawReader;
use Morphea\App\Import\UploadError;
use Morphea\App\Storage\WorkNotes;
use Morphea\App\Web\Progress;
use Morphea\App\Web\Stopped;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Uid\Ulid;

/** Table files that were sent and not taken over yet: kept as they came, and as they were read, so that looking at them again is quick. */
final readonly class ImportStore
{
    /** Workbooks that unpack to more than this are read by a worker, in the background. */
    private const LARGE_BYTES = 1_000_000;
    /** Times a worker may die over the same file. */
    private const TRIES = 3;

    public function __construct(private FilesystemOperator $files, private RawReader $reader, private WorkNotes $notes, private MessageBusInterface $bus)
    {
    }

    /**
     * @return string the id to find it by
     *
     * @throws UploadError
     */
    public function keep(Project $project, string $path, string $name): string
    {
        $large = $this->reader->check($path, $name) > self::LARGE_BYTES;
        $grid = $large ? null : $this->reader->file($path, $name);
        $this->notes->sweep("imports/{$project->id()}");
        $id = strtolower((string) new Ulid());
        $this->files->write($this->path($project, $id, 'file'), (string) file_get_contents($path));
        $this->files->write($this->path($project, $id, 'name'), mb_strimwidth($name, 0, 200, '…', 'UTF-8'));
        null === $grid ? $this->files->write($this->path($project, $id, 'large'), '') : $this->write($project, $id, '', $grid);

        return $id;
    }

    public function name(Project $project, string $id): ?string
    {
        $path = $this->path($project, $id, 'name');

        return 1 === preg_match('/^[0-9a-z]{26}$/', $id) && $this->files->fileExists($path) ? $this->files->read($path) : null;
    }

    /**
     * How far a worker is with a large file, which is asked to read it if none was; null once it is read, and for all files that need no worker.
     *
     * @throws UploadError when it could not be read
     */
    public function waits(Project $project, string $id, ?string $sheet): ?Progress
    {
        $how = self::how(null, null, $sheet);
        if ($this->files->fileExists($this->path($project, $id, "grid$how")) || !$this->files->fileExists($this->path($project, $id, 'large'))) {
            return null;
        }
        $path = $this->path($project, $id, "progress$how");
        $told = $this->notes->told($path);
        if (null === $told) {
            $this->notes->tell($path, []);
            $this->bus->dispatch(new ReadImport($project->id(), $id, $sheet));
        }
        if (\is_string($told['error'] ?? null)) {
            throw new UploadError($told['error']);
        }

        return Progress::of($told ?? []);
    }

    /** What a worker does with a large file. Whoever does not want it any more has it forgotten, which ends the reading. */
    public function read(Project $project, string $id, ?string $sheet): void
    {
        $how = self::how(null, null, $sheet);
        $name = $this->name($project, $id);
        if (null === $name || $this->files->fileExists($this->path($project, $id, "grid$how"))) {
            return;
        }
        $path = $this->path($project, $id, "progress$how");
        $told = ['started' => microtime(true), 'tries' => 1 + (int) ($this->notes->told($path)['tries'] ?? 0)];
        if ($told['tries'] > self::TRIES) {
            $this->notes->tell($path, ['error' => "“{$name}” was too much to read at once. Save the sheet with the rows as CSV and bring that in."]);

            return;
        }
        $this->notes->tell($path, $told);
        try {
            $this->readAs($project, $id, $how, $name, null, null, $sheet, function (int $lines, ?int $total) use ($project, $id, $path, $told): void {
                if (null === $this->name($project, $id)) {
                    throw new Stopped();
                }
                $this->notes->tell($path, ['done' => $lines, 'total' => $total] + $told);
            });
        } catch (UploadError $e) {
            $this->notes->tell($path, ['error' => $e->getMessage()]);
        } catch (Stopped) {
            // What was told after it was forgotten goes too.
            $this->forget($project, $id);
        }
    }

    /** @throws UploadError */
    public function grid(Project $project, string $id, ?string $encoding = null, ?string $delimiter = null, ?string $sheet = null): RawGrid
    {
        $how = self::how($encoding, $delimiter, $sheet);
        if (!$this->files->fileExists($this->path($project, $id, "grid$how"))) {
            $this->readAs($project, $id, $how, (string) $this->name($project, $id), $encoding, $delimiter, $sheet);
        }
        $grid = unserialize((string) gzinflate($this->files->read($this->path($project, $id, "grid$how"))), ['allowed_classes' => [RawGrid::class]]);
        \assert($grid instanceof RawGrid);

        return $grid;
    }

    public function forget(Project $project, string $id): void
    {
        $this->files->deleteDirectory("imports/{$project->id()}/$id");
    }

    /** @throws UploadError|Stopped */
    private function readAs(Project $project, string $id, string $how, string $name, ?string $encoding, ?string $delimiter, ?string $sheet, ?\Closure $progress = null): void
    {
        $local = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($local, $this->files->readStream($this->path($project, $id, 'file')));
            $this->write($project, $id, $how, $this->reader->file($local, $name, $encoding, $delimiter, $sheet, $progress));
        } finally {
            unlink($local);
        }
    }

    private static function how(?string $encoding, ?string $delimiter, ?string $sheet): string
    {
        return null === $encoding && null === $delimiter && null === $sheet ? '' : '-'.substr(hash('sha256', serialize([$encoding, $delimiter, $sheet])), 0, 12);
    }

    private function write(Project $project, string $id, string $how, RawGrid $grid): void
    {
        $bytes = (string) gzdeflate(serialize($grid), 1);
        // Whoever corrects something names all the rest as it was found.
        foreach (array_unique([$how, '' === $how ? self::how($grid->encoding, $grid->delimiter, '' === $grid->sheet ? null : $grid->sheet) : $how]) as $one) {
            $this->files->write($this->path($project, $id, "grid$one"), $bytes);
        }
    }

    private function path(Project $project, string $id, string $what): string
    {
        return "imports/{$project->id()}/$id/$what";
    }
}
