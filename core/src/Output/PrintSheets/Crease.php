<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Where a piece is folded or perforated: in millimetres from its left edge (vertical) or top edge (horizontal). */
final readonly class Crease
{
    public function __construct(public bool $upright, public float $at, public bool $isTorn)
    {
    }
}
