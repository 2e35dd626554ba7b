<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

/** A state of something in the database, which knows from which others it can be reached. */
interface GuardedState extends \BackedEnum
{
    /** @return list<static> */
    public function reachedFrom(): array;
}
