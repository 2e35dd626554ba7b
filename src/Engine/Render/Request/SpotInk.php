<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** A spot colour, by its name at print shops, and its stand-in on screen: #RRGGBB. */
final readonly class SpotInk
{
    public function __construct(public string $name, public string $seen)
    {
    }
}
