<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/** Asks a worker to throw away folders of stored files that belong to nothing any more. */
final readonly class DeleteFolders
{
    /** @param list<string> $folders */
    public function __construct(public array $folders)
    {
    }
}
