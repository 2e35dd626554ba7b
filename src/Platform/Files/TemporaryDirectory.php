<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/** A temporary folder. */
final readonly class TemporaryDirectory
{
    /**
     * @template T
     *
     * @param \Closure(string): T $work with the path of the folder, which is gone afterwards with the files in it
     *
     * @return T
     *
     * @throws \Throwable whatever the work throws, or NoSpaceException
     */
    public static function in(\Closure $work): mixed
    {
        $folder = sys_get_temp_dir() . '/morphea-' . bin2hex(random_bytes(8));
        if (!@mkdir($folder, 0o700)) {
            throw new NoSpaceException("The folder $folder cannot be made.");
        }
        try {
            return $work($folder);
        } finally {
            array_map(unlink(...), glob("$folder/*") ?: []);
            rmdir($folder);
        }
    }
}
