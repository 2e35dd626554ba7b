<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A line to align to, seen while working and never made: at `at` dots from the left (upright) or from the top (level). */
final readonly class Guide
{
    public function __construct(public bool $upright, public float $at)
    {
    }
}
