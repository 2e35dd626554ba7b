<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** Asks a worker to throw away made files that no run has any more. */
final readonly class DeleteMadeFiles
{
    /** @param list<string> $paths */
    public function __construct(public array $paths)
    {
    }
}
