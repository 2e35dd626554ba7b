<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

interface Check
{
    /** @return iterable<Warning> */
    public function warnings(Inspected $piece): iterable;
}
