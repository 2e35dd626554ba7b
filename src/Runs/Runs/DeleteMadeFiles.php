<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** Asks a worker to delete files that no run has any more. */
final readonly class DeleteMadeFiles
{
    /** @param list<string> $paths */
    public function __construct(public array $paths)
    {
    }
}
