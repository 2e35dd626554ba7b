<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\Config;
use League\Flysystem\Local\LocalFilesystemAdapter;
use League\Flysystem\UnableToWriteFile;

/** A file store whose disk is full for a while. */
final class FailingFiles extends LocalFilesystemAdapter
{
    public bool $full = true;

    public function write(string $path, string $contents, Config $config): void
    {
        $this->full
            ? throw UnableToWriteFile::atLocation($path, 'No space left on device')
            : parent::write($path, $contents, $config);
    }

    public function writeStream(string $path, $contents, Config $config): void
    {
        $this->full
            ? throw UnableToWriteFile::atLocation($path, 'No space left on device')
            : parent::writeStream($path, $contents, $config);
    }
}
