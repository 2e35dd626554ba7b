<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/** Plain text between columns, with quoting removed. */
final readonly class Literal
{
    public function __construct(public string $text)
    {
    }
}
