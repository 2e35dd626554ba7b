<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Parts of a shared job that counted as done are missing and must be done again. */
final class MissingPartsException extends \RuntimeException
{
    /** @param non-empty-list<array{int, int}> $stretches */
    public function __construct(public readonly array $stretches)
    {
        parent::__construct('Parts of it are to be done once more.');
    }
}
