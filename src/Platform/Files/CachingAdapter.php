<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use League\Flysystem\Config;
use League\Flysystem\FileAttributes;
use League\Flysystem\FilesystemAdapter;

/**
 * A remote store with a local folder that caches what never changes: pictures and fonts, named by the hash of their
 * content, and what is made from them. The folder may be deleted at any time and never exceeds its limit for long: the
 * least recently read files go first.
 */
final class CachingAdapter implements FilesystemAdapter
{
    /** Folders of the store in which a path means the same bytes for ever. */
    private const SAME = '~^(pictures|fonts|spoken)/~';
    /** Files larger than this share of the room are not kept. */
    private const LARGE = 0.25;
    /** Of how many files that come one looks whether there is still room. */
    private const LOOKS = 50;
    private const FULL = 0.8;

    public function __construct(
        private readonly FilesystemAdapter $far,
        private readonly string $folder,
        private readonly int $most,
    ) {
    }

    public function read(string $path): string
    {
        if (1 !== preg_match(self::SAME, $path)) {
            return $this->ask(fn (): string => $this->far->read($path));
        }
        $near = $this->near($path);
        $bytes = @file_get_contents($near);
        if (\is_string($bytes)) {
            @touch($near);

            return $bytes;
        }
        $bytes = $this->ask(fn (): string => $this->far->read($path));
        $this->keep($near, $bytes);

        return $bytes;
    }

    public function readStream(string $path)
    {
        $near = 1 === preg_match(self::SAME, $path) ? @fopen($this->near($path), 'r') : false;

        return false === $near ? $this->ask(fn () => $this->far->readStream($path)) : $near;
    }

    public function write(string $path, string $contents, Config $config): void
    {
        @unlink($this->near($path));
        $this->ask(fn () => $this->far->write($path, $contents, $config));
    }

    public function writeStream(string $path, $contents, Config $config): void
    {
        @unlink($this->near($path));
        $this->ask(fn () => $this->far->writeStream($path, $contents, $config));
    }

    public function fileExists(string $path): bool
    {
        return $this->ask(fn () => $this->far->fileExists($path));
    }

    public function directoryExists(string $path): bool
    {
        return $this->ask(fn () => $this->far->directoryExists($path));
    }

    public function delete(string $path): void
    {
        @unlink($this->near($path));
        $this->ask(fn () => $this->far->delete($path));
    }

    public function deleteDirectory(string $path): void
    {
        $this->ask(fn () => $this->far->deleteDirectory($path));
    }

    public function createDirectory(string $path, Config $config): void
    {
        $this->ask(fn () => $this->far->createDirectory($path, $config));
    }

    public function setVisibility(string $path, string $visibility): void
    {
        $this->ask(fn () => $this->far->setVisibility($path, $visibility));
    }

    public function visibility(string $path): FileAttributes
    {
        return $this->ask(fn () => $this->far->visibility($path));
    }

    public function mimeType(string $path): FileAttributes
    {
        return $this->ask(fn () => $this->far->mimeType($path));
    }

    public function lastModified(string $path): FileAttributes
    {
        return $this->ask(fn () => $this->far->lastModified($path));
    }

    public function fileSize(string $path): FileAttributes
    {
        return $this->ask(fn () => $this->far->fileSize($path));
    }

    public function listContents(string $path, bool $deep): iterable
    {
        try {
            yield from $this->far->listContents($path, $deep);
        } catch (\Throwable $e) {
            throw StoreUnavailableException::behind($e) ?? $e;
        }
    }

    public function move(string $source, string $destination, Config $config): void
    {
        $this->ask(fn () => $this->far->move($source, $destination, $config));
        @unlink($this->near($source));
    }

    public function copy(string $source, string $destination, Config $config): void
    {
        $this->ask(fn () => $this->far->copy($source, $destination, $config));
    }

    /**
     * @template T
     *
     * @param \Closure(): T $far
     *
     * @return T
     *
     * @throws StoreUnavailableException
     */
    private function ask(\Closure $far): mixed
    {
        try {
            return $far();
        } catch (\Throwable $e) {
            throw StoreUnavailableException::behind($e) ?? $e;
        }
    }

    private function near(string $path): string
    {
        return $this->folder . '/' . hash('sha256', $path);
    }

    /** Completely or not at all; a full disk only means that nothing is cached. */
    private function keep(string $near, string $bytes): void
    {
        if (\strlen($bytes) > self::LARGE * $this->most || (!is_dir($this->folder) && !@mkdir($this->folder, 0o700, true))) {
            return;
        }
        $new = $near . '.' . bin2hex(random_bytes(4));
        if (\strlen($bytes) !== @file_put_contents($new, $bytes) || !@rename($new, $near)) {
            @unlink($new);
        }
        if (0 === hexdec(substr(basename($near), 0, 6)) % self::LOOKS) {
            $this->makeRoom();
        }
    }

    private function makeRoom(): void
    {
        $files = [];
        foreach (glob("$this->folder/*") ?: [] as $file) {
            $files[$file] = [(int) @filemtime($file), (int) @filesize($file)];
        }
        $left = array_sum(array_column($files, 1));
        if ($left <= $this->most) {
            return;
        }
        uasort($files, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        foreach ($files as $file => [, $size]) {
            if ($left <= self::FULL * $this->most) {
                return;
            }
            @unlink($file);
            $left -= $size;
        }
    }
}
