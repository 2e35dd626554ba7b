<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

interface Check
{
    /** @return list<Finding> */
    public function findings(LaidOut $piece): array;
}
