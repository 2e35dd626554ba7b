<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** A page of a piece on a side of a sheet: the piece, counted from 0, its page and its place. */
final readonly class Spot
{
    public function __construct(public int $piece, public int $page, public Place $place)
    {
    }
}
