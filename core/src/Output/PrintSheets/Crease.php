<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** Where a piece is folded or torn: across it at so many millimetres from its left edge (upright) or from its top. */
final readonly class Crease
{
    public function __construct(public bool $upright, public float $at, public bool $isTorn)
    {
    }
}
