<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What is stored about a member besides projects, as CSV tables for the download of all their data. */
#[AutoconfigureTag]
interface PersonalData
{
    /** @return iterable<string, iterable<array<string, mixed>>> rows with their headings, by file name */
    public function tables(Member $member): iterable;
}
