<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** Parts of shared work that were thought to be done are not there after all, and are to be done once more. */
final class MissingPartsException extends \RuntimeException
{
    /** @param non-empty-list<array{int, int}> $stretches */
    public function __construct(public readonly array $stretches)
    {
        parent::__construct('Parts of it are to be done once more.');
    }
}
