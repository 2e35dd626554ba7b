<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

/** Asks a worker to read a large table file; `sheet` is the one somebody picked, null for the one found. */
final readonly class ReadImport
{
    public function __construct(public string $project, public string $import, public ?string $sheet)
    {
    }
}
