<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Morphea\App\Platform\Account\Member;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Stores files of projects and says how much space they take. */
#[AutoconfigureTag]
interface UsesSpace
{
    /** What the files are; the account page lists them by it. */
    public function what(): string;

    /** @return array<string, int> bytes by the project's id */
    public function bytes(Member $owner): array;

    /** @return int bytes of all projects of a member; what several of them share is kept once, and counts once */
    public function total(Member $owner): int;
}
