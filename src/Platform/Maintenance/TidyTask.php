<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * Deletes what a room stores and nothing refers to any more. Whatever stores something has a task of its own; the
 * priority of the tag puts those first whose data refers to others'.
 */
#[AutoconfigureTag]
interface TidyTask
{
    /** @return array<string, int> how many of each went, by the message that says so */
    public function tidy(): array;
}
