<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * Throws away what a room keeps and nothing refers to any more. Whoever keeps something has a task of its own; what others
 * still want has to go first, by the priority of the tag.
 */
#[AutoconfigureTag]
interface TidyTask
{
    /** @return array<string, int> how many of each went, by the message that says so */
    public function tidy(): array;
}
