<?php

declare(strict_types=1);

namespace Morphea\App\Deliver;

use Morphea\App\Entity\Run;
use Morphea\App\Making\Wanted;

/** What the page of a link shows: a piece as a run made it. */
final readonly class Handed
{
    public function __construct(public Run $run, public Wanted $piece)
    {
    }
}
