<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/** Plain words between columns, as they read (quotes already taken out). */
final readonly class Literal
{
    public function __construct(public string $text)
    {
    }
}
