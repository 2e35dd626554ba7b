<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Stores files of a project in folders of its own, which are deleted with it. */
#[AutoconfigureTag]
interface OwnsFolders
{
    /** @return list<string> */
    public function folders(Project $project): array;
}
