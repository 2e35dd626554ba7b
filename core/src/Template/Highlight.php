<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A bar behind every line, `padding` dots wider at both ends. */
final readonly class Highlight
{
    public function __construct(public string $colour, public float $padding)
    {
    }
}
