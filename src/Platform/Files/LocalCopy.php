<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use League\Flysystem\FilesystemOperator;

/** Stored files as local files for programs that can read nothing else; deleted afterwards. */
final readonly class LocalCopy
{
    public function __construct(private FilesystemOperator $files)
    {
    }

    /**
     * @template T
     *
     * @param \Closure(string): T $use
     *
     * @return T
     *
     * @throws NoSpaceException
     */
    public function with(string $path, \Closure $use): mixed
    {
        $local = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            $from = $this->files->readStream($path);
            $to = fopen($local, 'w');
            $copied = false === $to ? false : stream_copy_to_stream($from, $to);
            if (
                false === $to ||
                false === $copied ||
                !fflush($to) ||
                !fclose($to) ||
                $copied !== $this->files->fileSize($path)
            ) {
                throw new NoSpaceException('There is no room for a copy of a file.');
            }

            return $use($local);
        } finally {
            @unlink($local);
        }
    }
}
