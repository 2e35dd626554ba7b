<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/** A file that somebody sent, and that arrived whole: where it lies now, and what it was called. */
final readonly class ReceivedFile
{
    public function __construct(public string $path, public string $name)
    {
    }
}
