<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

/** Asks a worker to write a large table out. */
final readonly class WriteTable
{
    public function __construct(public string $project, public string $file)
    {
    }
}
