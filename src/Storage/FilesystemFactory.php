<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemOperator;

/** The files setting to a Flysystem: `local:///folder` ships; another adapter is one more line here. */
final class FilesystemFactory
{
    public function fromDsn(string $filesDsn): FilesystemOperator
    {
        if (1 !== preg_match('~^local://(/.+)$~', $filesDsn, $m)) {
            throw new \InvalidArgumentException("MORPHEA_FILES is \"$filesDsn\"; it must read local:///some/folder.");
        }

        return new Filesystem(new WholeFiles($m[1]));
    }
}
