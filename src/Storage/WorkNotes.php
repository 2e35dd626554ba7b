<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

use League\Flysystem\FilesystemOperator;
use Symfony\Component\Uid\Ulid;

/** What a worker writes down about long work, for those who wait for it: a small JSON file that is never read half written. Each work has a folder named by a ULID. */
final readonly class WorkNotes
{
    /** What nobody came back to within this is thrown away. */
    private const KEPT_SECONDS = 86_400;

    public function __construct(private FilesystemOperator $files)
    {
    }

    /** @param array<string, mixed> $facts */
    public function tell(string $path, array $facts): void
    {
        // Under a name of its own first: whoever asks meanwhile never reads half of it.
        $this->files->write("$path-new", json_encode($facts, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE));
        $this->files->move("$path-new", $path);
    }

    /** @return array<array-key, mixed>|null null where nothing was told */
    public function told(string $path): ?array
    {
        if (!$this->files->fileExists($path)) {
            return null;
        }
        $told = json_decode($this->files->read($path), true);

        return \is_array($told) ? $told : [];
    }

    /** Throws away what lies in a folder, in folders named by ULIDs, and is old. */
    public function sweep(string $folder): void
    {
        foreach ($this->files->listContents($folder) as $found) {
            $id = strtoupper(basename($found->path()));
            if (Ulid::isValid($id) && Ulid::fromString($id)->getDateTime()->getTimestamp() < time() - self::KEPT_SECONDS) {
                $this->files->deleteDirectory($found->path());
            }
        }
    }
}
