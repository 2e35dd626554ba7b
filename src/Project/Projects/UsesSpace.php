<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Morphea\App\Platform\Account\Member;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Whoever keeps files of projects says how much room they take. */
#[AutoconfigureTag]
interface UsesSpace
{
    /** What they are, by which the account page tells them apart. */
    public function what(): string;

    /** @return array<string, int> bytes by the project's id */
    public function bytes(Member $owner): array;

    /** @return int bytes of all projects of a member; what several of them share is kept once, and counts once */
    public function total(Member $owner): int;
}
