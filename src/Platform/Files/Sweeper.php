<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;
use Morphea\App\Platform\Clock\Time;

/** Deletes files and folders that were left behind. */
final readonly class Sweeper
{
    /** Seconds for which nothing is touched: what was written lately may not be noted yet. */
    public const DAY = 86_400;

    public function __construct(private FilesystemOperator $files)
    {
    }

    /**
     * Folders named by an id that is gone. The folders are listed first and the ids after them: whatever is created in
     * between has its record before its folder.
     *
     * @param \Closure(): list<string> $ids that there are
     */
    public function folders(string $folder, \Closure $ids): int
    {
        $found = [];
        foreach ($this->files->listContents($folder) as $one) {
            if ($one->isDir()) {
                $found[strtolower(basename($one->path()))] = $one->path();
            }
        }
        $gone = array_diff_key($found, array_change_key_case(array_fill_keys($ids(), true)));
        array_map($this->files->deleteDirectory(...), $gone);

        return \count($gone);
    }

    /** Files older than that many seconds. */
    public function older(string $folder, int $seconds): int
    {
        return $this->files($folder, static fn (): bool => true, $seconds);
    }

    /**
     * Unused files, once they are a day old.
     *
     * @param \Closure(string): bool $isUnwanted by the path
     */
    public function files(string $folder, \Closure $isUnwanted, int $seconds = self::DAY, bool $deep = false): int
    {
        $count = 0;
        foreach ($this->files->listContents($folder, $deep) as $file) {
            if ($file->isFile() && $this->age($file) > $seconds && $isUnwanted($file->path())) {
                $this->files->delete($file->path());
                ++$count;
            }
        }

        return $count;
    }

    /** Seconds since it was written. */
    public function age(StorageAttributes $file): int
    {
        return Time::now() - ($file->lastModified() ?? $this->files->lastModified($file->path()));
    }
}
