<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** A colour of its own beside all others, as print shops name it, and how it is seen: #RRGGBB. */
final readonly class SpotInk
{
    public function __construct(public string $name, public string $seen)
    {
    }
}
