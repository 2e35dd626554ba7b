<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** A page of a piece on a face of a sheet: which piece, counted from 0, which page of it, and where. */
final readonly class Spot
{
    public function __construct(public int $piece, public int $page, public Place $place)
    {
    }
}
