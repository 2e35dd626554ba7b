<?php

declare(strict_types=1);

namespace Morphea\App\Keeping;

use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;
use Morphea\App\Storage\NoRoom;
use Morphea\App\Storage\WholeFiles;
use Symfony\Component\Lock\LockFactory;

/**
 * All that Morphea keeps, into a folder and back: the database as it is at one moment, whoever writes meanwhile, and
 * the stored files it speaks of. A second backup into the same folder copies only what is new. `manifest.json` says
 * what belongs to it.
 */
final readonly class Backup
{
    public const FORMAT = 1;
    private const MANIFEST = 'manifest.json';
    /** What can be made again, or is only on its way. */
    private const LEFT_OUT = ['faces', 'work', 'imports', Tidy::TRASH, WholeFiles::INCOMING];

    public function __construct(
        private DatabaseCopy $database,
        private FilesystemOperator $files,
        private LockFactory $locks,
    ) {
    }

    /**
     * While the application runs.
     *
     * @return array{files: int, bytes: int, copied: int}
     *
     * @throws BackupError
     */
    public function write(string $folder): array
    {
        if (
            is_dir($folder) &&
            !is_file("$folder/" . self::MANIFEST) &&
            [] !== array_diff(scandir($folder) ?: [], ['.', '..'])
        ) {
            throw new BackupError(
                "$folder holds something that is no backup. Name an empty folder, or one with an earlier backup.",
            );
        }
        if (!is_dir("$folder/files") && !@mkdir("$folder/files", 0o700, true)) {
            throw new BackupError("$folder cannot be made.");
        }
        $lock = $this->locks->createLock(Tidy::LOCK, null);
        $lock->acquire(true);
        try {
            $database = "$folder/{$this->database->name()}";
            $this->database->write("$database.new");
            $written = ['files' => 0, 'bytes' => 0, 'copied' => 0];
            $kept = [];
            foreach ($this->stored() as $file) {
                $size = $this->files->fileSize($file->path());
                $to = "$folder/files/{$file->path()}";
                if (!is_file($to) || filesize($to) !== $size) {
                    $this->copy($file->path(), $to, $size);
                    ++$written['copied'];
                }
                $kept[$file->path()] = $size;
                ++$written['files'];
                $written['bytes'] += $size;
            }
            rename("$database.new", $database);
            $manifest = [
                'format' => self::FORMAT,
                'made' => date(\DATE_ATOM),
                'database' => hash_file('sha256', $database),
                'files' => $kept,
            ];
            NoRoom::write(
                "$folder/" . self::MANIFEST . '.new',
                json_encode($manifest, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE),
            );
            rename("$folder/" . self::MANIFEST . '.new', "$folder/" . self::MANIFEST);
        } finally {
            $lock->release();
        }

        return $written;
    }

    /**
     * With the application stopped.
     *
     * @param bool $over in the place of what is here
     *
     * @return array{files: int}
     *
     * @throws BackupError
     */
    public function restore(string $folder, bool $over): array
    {
        $manifest = $this->checked($folder);
        if (!$over && $this->database->isUsed()) {
            throw new BackupError(
                'There are members and projects here. With --over they make room for the backup; back them up first.',
            );
        }
        foreach ($manifest['files'] as $path => $size) {
            if (!$this->files->fileExists($path) || $this->files->fileSize($path) !== $size) {
                $stream = fopen("$folder/files/$path", 'r');
                \assert(false !== $stream);
                $this->files->writeStream($path, $stream);
            }
        }
        $this->database->restore("$folder/{$this->database->name()}");

        return ['files' => \count($manifest['files'])];
    }

    /**
     * @return array{files: array<string, int>}
     *
     * @throws BackupError when it is not whole
     */
    private function checked(string $folder): array
    {
        $manifest = json_decode((string) @file_get_contents("$folder/" . self::MANIFEST), true);
        if (!\is_array($manifest) || self::FORMAT !== ($manifest['format'] ?? null) || !\is_array($manifest['files'] ?? null)) {
            throw new BackupError("$folder holds no backup that can be read here.");
        }
        $database = "$folder/{$this->database->name()}";
        if (!is_file($database)) {
            throw new BackupError(
                "$folder is of another kind of database than the one here. Take it back where it came from, then morphea:move-in.",
            );
        }
        if (hash_file('sha256', $database) !== ($manifest['database'] ?? null)) {
            throw new BackupError("The database in $folder is not the one that was backed up.");
        }
        $this->database->check($database);
        $files = [];
        foreach ($manifest['files'] as $path => $size) {
            if (@filesize("$folder/files/$path") !== $size) {
                throw new BackupError("The backup is not whole: files/$path is missing or cut short.");
            }
            $files[(string) $path] = (int) $size;
        }

        return ['files' => $files];
    }

    private function copy(string $path, string $to, int $size): void
    {
        if (!is_dir(\dirname($to)) && !@mkdir(\dirname($to), 0o700, true)) {
            throw new BackupError(\dirname($to) . ' cannot be made.');
        }
        $stream = fopen("$to.new", 'w');
        if (
            false === $stream ||
            $size !== stream_copy_to_stream($this->files->readStream($path), $stream) ||
            !fclose($stream)
        ) {
            throw new BackupError("$to cannot be written whole. Is there room left?");
        }
        rename("$to.new", $to);
    }

    /** @return \Generator<int, StorageAttributes> */
    private function stored(): \Generator
    {
        foreach ($this->files->listContents('', true) as $file) {
            if ($file->isFile() && !\in_array(explode('/', $file->path())[0], self::LEFT_OUT, true)) {
                yield $file;
            }
        }
    }
}
