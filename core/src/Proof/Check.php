<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

interface Check
{
    /** @return iterable<Finding> */
    public function findings(Inspected $piece): iterable;
}
