<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

/** How a product takes a piece: as ink in fabric or paper, which darkens what is there, or as a layer that covers it. */
enum MockupInk: string
{
    case Soaks = 'soaks';
    case Covers = 'covers';
}
