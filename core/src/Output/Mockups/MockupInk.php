<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

/** How a product takes a piece: as ink into fabric or paper, which darkens what is there; or laid on it, so that it covers. */
enum MockupInk: string
{
    case Soaks = 'soaks';
    case Covers = 'covers';
}
