<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Morphea\App\Engine\Production\Wanted;
use Morphea\App\Runs\Runs\Run;

/** What the page of a link shows: a piece as a run made it. */
final readonly class Handed
{
    public function __construct(public Run $run, public Wanted $piece)
    {
    }
}
