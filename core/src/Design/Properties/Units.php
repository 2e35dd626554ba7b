<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** The units lengths are entered and shown in, for positions and for type, and the number of dots in an inch. */
final readonly class Units
{
    public function __construct(public Unit $page, public Unit $type, public float $dpi)
    {
    }
}
