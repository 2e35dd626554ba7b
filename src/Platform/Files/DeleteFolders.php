<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/** Asks a worker to delete folders of stored files that nothing uses any more. */
final readonly class DeleteFolders
{
    /** @param list<string> $folders */
    public function __construct(public array $folders)
    {
    }
}
