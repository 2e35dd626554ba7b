<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** In which units lengths are typed and shown: those of the page, and those of letters; and how many dots an inch has. */
final readonly class Units
{
    public function __construct(public Unit $page, public Unit $type, public float $dpi)
    {
    }
}
