<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Who needs pictures and fonts besides the projects and members that have them now: these are not deleted. */
#[AutoconfigureTag]
interface AssetUse
{
    /** @return list<string> SHA-256 of every file that is wanted */
    public function hashes(): array;
}
