<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/** There is no room left to write: the work itself is fine and can be done once there is. */
final class NoSpaceException extends \RuntimeException
{
    /**
     * Writes a file completely, or reports that there is no room.
     *
     * @throws self
     */
    public static function write(string $path, string $bytes): void
    {
        if (\strlen($bytes) !== @file_put_contents($path, $bytes)) {
            @unlink($path);
            throw new self(\sprintf('%s cannot be written: %s.', basename($path), error_get_last()['message'] ?? 'no room'));
        }
    }

    public static function told(string $words): bool
    {
        return 1 === preg_match('/no space left|disk (is )?full|disk quota|possibly out of free disk space|ENOSPC/i', $words);
    }
}
