<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** A file of a piece: under which name, by what it holds, and its bytes; null where they are there from before. */
final readonly class MadeFile
{
    public function __construct(public string $name, public string $key, public string $ending, public ?string $bytes)
    {
    }
}
