<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\Filesystem;
use League\Flysystem\UnableToWriteFile;

/** A file store whose disk is full for a while. */
final class FailingFiles extends Filesystem
{
    public bool $full = true;

    /** @param array<string, mixed> $config */
    public function write(string $location, string $contents, array $config = []): void
    {
        $this->full
            ? throw UnableToWriteFile::atLocation($location, 'No space left on device')
            : parent::write($location, $contents, $config);
    }

    /** @param array<string, mixed> $config */
    public function writeStream(string $location, $contents, array $config = []): void
    {
        $this->full
            ? throw UnableToWriteFile::atLocation($location, 'No space left on device')
            : parent::writeStream($location, $contents, $config);
    }
}
