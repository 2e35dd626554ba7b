<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** A file of a piece: its name, its content key, and its bytes; null if they exist already. */
final readonly class MadeFile
{
    public function __construct(public string $name, public string $key, public string $ending, public ?string $bytes)
    {
    }
}
