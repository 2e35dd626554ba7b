<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** A side of a piece on a page: which piece, counted from 0, which side of it, and where. */
final readonly class Spot
{
    public function __construct(public int $piece, public int $side, public Place $place)
    {
    }
}
