<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use League\Flysystem\Config;
use League\Flysystem\Local\LocalFilesystemAdapter;
use League\Flysystem\UnableToWriteFile;

/**
 * Files in a folder that exist completely or not at all: written under another name and renamed, so that nobody ever
 * reads half of one, whatever is killed or full.
 */
final class AtomicFilesAdapter extends LocalFilesystemAdapter
{
    /** Where files lie that are not whole yet. What is left here was being written when something was killed. */
    public const INCOMING = 'incoming';

    public function write(string $path, string $contents, Config $config): void
    {
        $this->whole($path, $config, function (string $new) use ($contents, $config): int {
            parent::write($new, $contents, $config);

            return \strlen($contents);
        });
    }

    public function writeStream(string $path, $contents, Config $config): void
    {
        $from = ftell($contents);
        $this->whole($path, $config, function (string $new) use ($contents, $from, $config): int {
            parent::writeStream($new, $contents, $config);
            if (!feof($contents) && '' !== (string) fread($contents, 1)) {
                throw UnableToWriteFile::atLocation($new, 'no room left');
            }

            return (int) ftell($contents) - (int) $from;
        });
    }

    /** @param \Closure(string): int $write to a path; answers with the bytes there should be */
    private function whole(string $path, Config $config, \Closure $write): void
    {
        $new = self::INCOMING . '/' . bin2hex(random_bytes(12));
        try {
            $bytes = $write($new);
            $size = $this->fileSize($new)->fileSize();
            if ($size !== $bytes) {
                throw UnableToWriteFile::atLocation($path, "only $size of $bytes bytes could be written; is there room left?");
            }
            $this->move($new, $path, $config);
        } catch (\Throwable $e) {
            try {
                $this->delete($new);
            } catch (\Throwable) {
                // It is swept up later.
            }
            throw $e instanceof UnableToWriteFile ? $e : UnableToWriteFile::atLocation($path, $e->getMessage(), $e);
        }
    }
}
