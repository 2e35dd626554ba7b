<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** A bar of a chart: how many pieces lie between two values. */
final readonly class Bar
{
    public function __construct(public float $from, public float $below, public int $count)
    {
    }
}
