<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** One side of a sheet as it is printed. */
final readonly class Face
{
    /**
     * @param int        $sheet  counted from 0
     * @param bool       $isBack what is printed on the other face of the paper
     * @param list<Spot> $spots
     */
    public function __construct(public int $sheet, public bool $isBack, public array $spots)
    {
    }
}
