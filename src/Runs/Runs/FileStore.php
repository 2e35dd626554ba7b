<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use League\Flysystem\FileAttributes;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\UnableToWriteFile;
use Morphea\App\Engine\Production\MadeFile;
use Morphea\App\Platform\Files\NoSpaceException;

/**
 * The files of runs. A file is stored by its content, once for a project, however many runs have it; it is deleted with
 * the last of them.
 *
 * @phpstan-type Had array{path: string, bytes: int, crc: int|null}
 */
final readonly class FileStore
{
    /** Where a project's files lie. */
    public const FOLDER = 'made';
    private const CHUNK = 500;
    /** Files of a folder that a store tells of in the time in which it tells of one alone. */
    private const LISTED = 500;

    public function __construct(private Connection $connection, private FilesystemOperator $files)
    {
    }

    /**
     * The files a project has from earlier runs.
     *
     * @param list<string> $keys
     *
     * @return array<string, Had> by key
     */
    public function have(Run $run, array $keys): array
    {
        $found = [];
        foreach (
            $this->connection->fetchAllAssociative(
                'SELECT DISTINCT file_key, path, bytes, crc FROM run_file WHERE project_id = ? AND file_key IN (?)',
                [$run->project()->id(), $keys],
                [1 => ArrayParameterType::STRING],
            )
            as $file
        ) {
            if ($this->size((string) $file['path']) > 0) {
                $found[(string) $file['file_key']] = [
                    'path' => (string) $file['path'],
                    'bytes' => (int) $file['bytes'],
                    'crc' => null === $file['crc'] ? null : (int) $file['crc'],
                ];
            }
        }

        return $found;
    }

    /**
     * Writes the files of a piece that do not exist yet.
     *
     * @param list<MadeFile>         $files
     * @param array<string, Had> $had
     *
     * @return array<string, Had> all of them, by key
     *
     * @throws NoSpaceException
     */
    public function write(Run $run, array $files, array $had): array
    {
        foreach ($files as $file) {
            $had[$file->key] ??= $this->written($run, $file);
        }

        return $had;
    }

    /**
     * @param list<MadeFile>         $files
     * @param array<string, Had> $here  by key
     */
    public function note(Run $run, int $position, array $files, array $here): void
    {
        foreach ($files as $number => $file) {
            $this->row($run, $position, $number, $file->name, $file->key, $here[$file->key]);
        }
    }

    /**
     * Moves a finished document to its place.
     *
     * @param string $path of the local file
     *
     * @throws NoSpaceException
     */
    public function document(Run $run, int $number, string $name, string $path): void
    {
        $to = \sprintf('%s/documents/%03d', $run->folder(), $number);
        $stream = fopen($path, 'r') ?: throw new \RuntimeException("$path cannot be read.");
        try {
            $this->files->writeStream($to, $stream);
        } catch (UnableToWriteFile $e) {
            throw new NoSpaceException($e->getMessage(), 0, $e);
        }
        $crc = (int) hexdec((string) hash_file('crc32b', $path));
        $this->row($run, 0, $number, $name, '', ['path' => $to, 'bytes' => (int) filesize($path), 'crc' => $crc]);
    }

    /**
     * @return \Generator<array{position: int, number: int, name: string, path: string, bytes: int, crc: int|null}> in
     * order, documents first
     */
    public function all(Run $run): \Generator
    {
        foreach (
            $this->connection->iterateAssociative(
                'SELECT position, number, name, path, bytes, crc FROM run_file WHERE run_id = ? ORDER BY position, number',
                [$run->id()],
            )
            as $file
        ) {
            yield [
                'position' => (int) $file['position'],
                'number' => (int) $file['number'],
                'name' => (string) $file['name'],
                'path' => (string) $file['path'],
                'bytes' => (int) $file['bytes'],
                'crc' => null === $file['crc'] ? null : (int) $file['crc'],
            ];
        }
    }

    /**
     * @param list<Run> $runs
     *
     * @return array<string, array{files: int, documents: int}> how many there are, and of those how many of many pieces, by run
     */
    public function counts(array $runs): array
    {
        $found = [];
        foreach (
            $this->connection->fetchAllAssociative(
                'SELECT run_id, COUNT(*) AS files, COUNT(*) FILTER (WHERE position = 0) AS documents FROM run_file
                 WHERE run_id IN (?) GROUP BY run_id',
                [array_map(static fn (Run $run): string => $run->id(), $runs)],
                [ArrayParameterType::STRING],
            )
            as $run
        ) {
            $found[(string) $run['run_id']] = ['files' => (int) $run['files'], 'documents' => (int) $run['documents']];
        }

        return $found;
    }

    /** @return array{name: string, path: string, bytes: int}|null */
    public function one(Run $run, int $position, int $number): ?array
    {
        $file = $this->connection->fetchAssociative(
            'SELECT name, path, bytes FROM run_file WHERE run_id = ? AND position = ? AND number = ?',
            [$run->id(), $position, $number],
        );

        return false === $file
            ? null
            : ['name' => (string) $file['name'], 'path' => (string) $file['path'], 'bytes' => (int) $file['bytes']];
    }

    /** @return list<array{number: int, name: string}> */
    public function documents(Run $run): array
    {
        return $this->ofPieces($run, 0, 0)[0] ?? [];
    }

    /** @return array<int, list<array{number: int, name: string}>> by position */
    public function ofPieces(Run $run, int $from, int $to): array
    {
        $found = [];
        foreach (
            $this->connection->iterateNumeric(
                'SELECT position, number, name FROM run_file WHERE run_id = ? AND position BETWEEN ? AND ? ORDER BY position, number',
                [$run->id(), $from, $to],
            )
            as [$position, $number, $name]
        ) {
            $found[(int) $position][] = ['number' => (int) $number, 'name' => (string) $name];
        }

        return $found;
    }

    /** @return int bytes of all files of a run */
    public function bytes(Run $run): int
    {
        return (int) $this->connection->fetchOne('SELECT SUM(bytes) FROM run_file WHERE run_id = ?', [$run->id()]);
    }

    /** @return list<int> positions of pieces whose files are not there, or not whole */
    public function missing(Run $run): array
    {
        $missing = [];
        $size = $this->sizes($run);
        foreach ($this->all($run) as $file) {
            if ($file['position'] > 0 && $size($file['path']) !== $file['bytes']) {
                $missing[$file['position']] = $file['position'];
            }
        }

        return array_values($missing);
    }

    /** @return array<string, string> names of files that are not in the store any more, or not whole, by path */
    public function vanished(Run $run): array
    {
        $vanished = [];
        $size = $this->sizes($run);
        foreach ($this->all($run) as $file) {
            $is = 0 === $file['position'] ? $this->size($file['path']) : $size($file['path']);
            if (0 === $is || (0 !== $file['bytes'] && $is !== $file['bytes'])) {
                $vanished[$file['path']] = $file['name'];
            }
        }

        return $vanished;
    }

    /** @return \Closure(string): int bytes of a file by its path: asked for one by one, or all at once where that is less to ask */
    private function sizes(Run $run): \Closure
    {
        $count = 'SELECT COUNT(*) FROM run_file WHERE run_id = ?';
        $all = 'SELECT COUNT(DISTINCT path) FROM run_file WHERE project_id = ?';
        $own = (int) $this->connection->fetchOne($count, [$run->id()]);
        if ($own < (int) $this->connection->fetchOne($all, [$run->project()->id()]) / self::LISTED) {
            return $this->size(...);
        }
        $sizes = [];
        foreach ($this->files->listContents(self::FOLDER . '/' . $run->project()->id(), true) as $file) {
            if ($file instanceof FileAttributes) {
                $sizes[$file->path()] = $file->fileSize() ?? $this->size($file->path());
            }
        }

        return static fn (string $path): int => $sizes[$path] ?? 0;
    }

    /**
     * Pieces whose files are dropped, to be made again; without positions, the documents.
     *
     * @param list<int> $positions
     */
    public function forget(Run $run, array $positions): void
    {
        $this->connection->executeStatement(
            'DELETE FROM run_file WHERE run_id = ? AND position IN (?)',
            [$run->id(), [] === $positions ? [0] : $positions],
            [1 => ArrayParameterType::INTEGER],
        );
    }

    /** Drops the files of a piece so that they are made again; other runs that have them get the new ones. */
    public function throwAway(Run $run, int $position): void
    {
        foreach ($this->connection->fetchFirstColumn('SELECT path FROM run_file WHERE run_id = ? AND position = ?', [
            $run->id(),
            $position,
        ]) as $path) {
            $this->files->delete((string) $path);
        }
    }

    /** @return \Generator<list<string>> paths of files that only one run has, in handy numbers */
    public function alone(Run $run): \Generator
    {
        $paths = $this->connection->fetchFirstColumn(
            "SELECT DISTINCT path FROM run_file WHERE run_id = ? AND path LIKE 'made/%'
             AND NOT EXISTS (SELECT 1 FROM run_file other WHERE other.path = run_file.path AND other.run_id <> run_file.run_id)",
            [$run->id()],
        );
        yield from array_chunk(array_map(strval(...), $paths), self::CHUNK);
    }

    /**
     * @param list<string> $paths
     *
     * @return list<string> those that no run has
     */
    public function unused(array $paths): array
    {
        $used = $this->connection->fetchFirstColumn(
            'SELECT DISTINCT path FROM run_file WHERE path IN (?)',
            [$paths],
            [ArrayParameterType::STRING],
        );

        return array_values(array_diff($paths, $used));
    }

    /** @return array<string, int> bytes that the files of runs take, by project; what runs share is counted once */
    public function space(int $owner): array
    {
        return array_map(
            intval(...),
            $this->connection->fetchAllKeyValue(
                'SELECT project_id, SUM(bytes) FROM (SELECT DISTINCT f.project_id, f.path, f.bytes FROM run_file f
                 JOIN project p ON p.id = f.project_id WHERE p.owner_id = ?) once GROUP BY project_id',
                [$owner],
            ),
        );
    }

    /** @return Had */
    private function written(Run $run, MadeFile $file): array
    {
        $path = \sprintf('%s/%s/%s/%s.%s', self::FOLDER, $run->project()->id(), substr($file->key, 0, 2), $file->key, $file->ending);
        try {
            $this->files->write($path, (string) $file->bytes);
        } catch (UnableToWriteFile $e) {
            throw new NoSpaceException($e->getMessage(), 0, $e);
        }

        return ['path' => $path, 'bytes' => \strlen((string) $file->bytes), 'crc' => crc32((string) $file->bytes)];
    }

    /** @param Had $here */
    private function row(Run $run, int $position, int $number, string $name, string $key, array $here): void
    {
        $this->connection->executeStatement(
            'INSERT INTO run_file (run_id, project_id, position, number, name, file_key, path, bytes, crc)
             VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)
             ON CONFLICT (run_id, position, number) DO UPDATE SET
                name = excluded.name, file_key = excluded.file_key, path = excluded.path, bytes = excluded.bytes, crc = excluded.crc',
            [$run->id(), $run->project()->id(), $position, $number, $name, $key, $here['path'], $here['bytes'], $here['crc']],
        );
    }

    private function size(string $path): int
    {
        return $this->files->fileExists($path) ? $this->files->fileSize($path) : 0;
    }
}
