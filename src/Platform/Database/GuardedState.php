<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

/** The state of a record, which knows the states it can be reached from. */
interface GuardedState extends \BackedEnum
{
    /** @return list<static> */
    public function reachedFrom(): array;
}
