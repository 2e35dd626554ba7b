<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;
use Morphea\App\Platform\Files\AtomicFilesAdapter;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Message;
use Symfony\Component\Lock\LockFactory;

/**
 * Backs up everything Morphea stores to a folder, and restores it: the database at one moment, whatever is written
 * meanwhile, and the stored files it refers to. In the folder both are named by the hash of their content, so that a
 * backup adds to the previous one and damages nothing; `manifest.json`, which is renamed into place last, lists what
 * belongs to the newest.
 */
final readonly class Backup
{
    public const FORMAT = 2;
    private const MANIFEST = 'manifest.json';
    /** What can be made again, or is only on its way. */
    private const LEFT_OUT = ['faces', 'work', 'imports', 'trash', AtomicFilesAdapter::INCOMING];

    public function __construct(
        private DatabaseCopy $database,
        private FilesystemOperator $files,
        private LockFactory $locks,
    ) {
    }

    /**
     * While the application is running.
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
            throw new BackupError(new Message('maintenance.backup.not_empty', ['folder' => $folder]));
        }
        self::make("$folder/files");
        $lock = $this->locks->createLock(Tidying::LOCK, null);
        $lock->acquire(true);
        try {
            $database = $this->database($folder);
            $written = ['files' => 0, 'bytes' => 0, 'copied' => 0];
            $kept = [];
            foreach ($this->stored() as $file) {
                [$hash, $size, $isNew] = $this->copy($file->path(), $folder);
                $kept[$file->path()] = [$hash, $size];
                ++$written['files'];
                $written['bytes'] += $size;
                $written['copied'] += (int) $isNew;
            }
            NoSpaceException::write(
                "$folder/" . self::MANIFEST . '.new',
                json_encode(
                    ['format' => self::FORMAT, 'made' => date(\DATE_ATOM), 'database' => $database, 'files' => $kept],
                    \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE,
                ),
            );
            rename("$folder/" . self::MANIFEST . '.new', "$folder/" . self::MANIFEST);
            self::prune($folder, $database, array_column($kept, 0));
        } finally {
            $lock->release();
        }

        return $written;
    }

    /**
     * With the application stopped. Everything is verified before anything is changed.
     *
     * @param bool $over in the place of what is here
     *
     * @return array{files: int}
     *
     * @throws BackupError
     */
    public function restore(string $folder, bool $over): array
    {
        [$database, $files] = $this->checked($folder);
        if (!$over && $this->database->isUsed()) {
            throw new BackupError(new Message('maintenance.restore.in_use', ['option' => '--over']));
        }
        foreach ($files as $path => [$from, $hash]) {
            if (!$this->files->fileExists($path) || $this->hash($path) !== $hash) {
                $stream = fopen($from, 'r') ?: throw new BackupError(new Message('maintenance.backup.not_read', ['file' => $from]));
                $this->files->writeStream($path, $stream);
            }
        }
        $this->database->restore($database);

        return ['files' => \count($files)];
    }

    /**
     * @return array{string, array<string, array{string, string}>} path of the database; of each stored file where it lies in the
     *     backup, and its hash
     *
     * @throws BackupError when it is not whole
     */
    private function checked(string $folder): array
    {
        $manifest = json_decode((string) @file_get_contents("$folder/" . self::MANIFEST), true);
        $format = \is_array($manifest) ? $manifest['format'] ?? null : null;
        if (\is_int($format) && $format > self::FORMAT) {
            throw new BackupError(new Message('maintenance.restore.newer', ['folder' => $folder, 'format' => $format]));
        }
        if (!\is_array($manifest) || !\in_array($format, [1, self::FORMAT], true) || !\is_array($manifest['files'] ?? null)) {
            throw new BackupError(new Message('maintenance.restore.no_backup', ['folder' => $folder]));
        }
        $name = 1 === $format ? $this->database->name() : $manifest['database'] ?? '';
        $known = 1 === $format ? $manifest['database'] ?? '' : explode('.', \is_string($name) ? $name : '')[0];
        if (!\is_string($name) || !\is_string($known) || basename($name) !== $name) {
            throw new BackupError(new Message('maintenance.restore.no_backup', ['folder' => $folder]));
        }
        if (!is_file("$folder/$name") || !str_ends_with($name, strrchr($this->database->name(), '.') ?: '')) {
            throw new BackupError(
                new Message('maintenance.restore.other_kind', ['folder' => $folder, 'command' => 'morphea:move-in']),
            );
        }
        if (hash_file('sha256', "$folder/$name") !== $known) {
            throw new BackupError(new Message('maintenance.restore.database_changed', ['folder' => $folder]));
        }
        $this->database->check("$folder/$name");
        $files = [];
        foreach ($manifest['files'] as $path => $one) {
            // The first format knew the size alone, and where a file lay by its path.
            $from = \is_array($one) ? self::place($folder, \is_string($one[0] ?? null) ? $one[0] : '') : "$folder/files/$path";
            $hash = (string) @hash_file('sha256', $from);
            if ('' === $hash || (\is_array($one) ? $hash !== $one[0] : filesize($from) !== $one)) {
                throw new BackupError(new Message('maintenance.restore.file_damaged', ['path' => $path]));
            }
            $files[(string) $path] = [$from, $hash];
        }

        return ["$folder/$name", $files];
    }

    /** @return string name of its file, which begins with the hash of what is in it */
    private function database(string $folder): string
    {
        $fresh = "$folder/{$this->database->name()}.new";
        $this->database->write($fresh);
        $this->database->check($fresh);
        $name = hash_file('sha256', $fresh) . strrchr($this->database->name(), '.');
        rename($fresh, "$folder/$name");

        return $name;
    }

    /**
     * Copies a stored file, reading all of it, so that an unreadable file is found now rather than when it is needed.
     *
     * @return array{string, int, bool} its hash, its size, and whether the folder had nothing like it
     *
     * @throws BackupError
     */
    private function copy(string $path, string $folder): array
    {
        $known = self::place($folder, $this->hash($path));
        // What lies there already and is sound need not be copied.
        if (is_file($known) && hash_file('sha256', $known) === basename($known)) {
            return [basename($known), (int) filesize($known), false];
        }
        $fresh = "$folder/files/incoming";
        $in = $this->files->readStream($path);
        $out = @fopen($fresh, 'w');
        if (false === $out) {
            throw new BackupError(new Message('maintenance.backup.not_written', ['file' => $fresh]));
        }
        $context = hash_init('sha256');
        $size = 0;
        while (!feof($in)) {
            $bytes = (string) fread($in, 1 << 20);
            hash_update($context, $bytes);
            $size += \strlen($bytes);
            if (@fwrite($out, $bytes) !== \strlen($bytes)) {
                throw new BackupError(new Message('maintenance.backup.cut_short', ['file' => $path, 'folder' => $folder]));
            }
        }
        if (!fclose($out)) {
            throw new BackupError(new Message('maintenance.backup.cut_short', ['file' => $path, 'folder' => $folder]));
        }
        $hash = hash_final($context);
        $to = self::place($folder, $hash);
        self::make(\dirname($to));
        rename($fresh, $to);

        return [$hash, $size, true];
    }

    /**
     * Deletes what the new manifest no longer lists.
     *
     * @param list<string> $hashes
     */
    private static function prune(string $folder, string $database, array $hashes): void
    {
        $kept = array_fill_keys(array_map(static fn (string $hash): string => self::place($folder, $hash), $hashes), true);
        $all = new \RecursiveIteratorIterator(
            new \RecursiveDirectoryIterator("$folder/files", \FilesystemIterator::SKIP_DOTS),
            \RecursiveIteratorIterator::CHILD_FIRST,
        );
        foreach ($all as $one) {
            $path = (string) $one;
            is_dir($path) ? @rmdir($path) : (isset($kept[$path]) || unlink($path));
        }
        foreach (glob("$folder/*.{db,dump}", \GLOB_BRACE) ?: [] as $other) {
            basename($other) === $database || unlink($other);
        }
    }

    private static function place(string $folder, string $hash): string
    {
        return "$folder/files/" . substr($hash, 0, 2) . "/$hash";
    }

    private static function make(string $folder): void
    {
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true)) {
            throw new BackupError(new Message('maintenance.backup.no_folder', ['folder' => $folder]));
        }
    }

    private function hash(string $path): string
    {
        $context = hash_init('sha256');
        hash_update_stream($context, $this->files->readStream($path));

        return hash_final($context);
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
