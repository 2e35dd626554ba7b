<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/** An uploaded file that arrived completely: its path and its original name. */
final readonly class ReceivedFile
{
    public function __construct(public string $path, public string $name)
    {
    }
}
