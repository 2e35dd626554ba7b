<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What is kept of a member besides projects, for the download of all their data: tables in CSV. */
#[AutoconfigureTag]
interface PersonalData
{
    /** @return iterable<string, iterable<array<string, mixed>>> rows with their headings, by file name */
    public function tables(Member $member): iterable;
}
