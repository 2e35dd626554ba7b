<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

interface Check
{
    /** @return iterable<Finding> */
    public function findings(Inspected $piece): iterable;
}
