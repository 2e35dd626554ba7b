<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** A bar of a histogram: how many pieces have a value between two bounds. */
final readonly class Bar
{
    public function __construct(public float $from, public float $below, public int $count)
    {
    }
}
