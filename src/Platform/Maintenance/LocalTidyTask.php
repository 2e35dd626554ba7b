<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** The same for what lies on one machine only: done by each machine whenever a worker starts. */
#[AutoconfigureTag]
interface LocalTidyTask
{
    /** @return array<string, int> how many of each went, by the message that says so */
    public function tidyHere(): array;
}
