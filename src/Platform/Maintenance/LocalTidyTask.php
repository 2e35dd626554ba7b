<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** The same of what lies on one machine alone: done by each of them, whenever a worker starts. */
#[AutoconfigureTag]
interface LocalTidyTask
{
    /** @return array<string, int> how many of each went, by the message that says so */
    public function tidyHere(): array;
}
