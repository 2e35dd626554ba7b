<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Whoever keeps files of a project in folders of their own: they go with it. */
#[AutoconfigureTag]
interface OwnsFolders
{
    /** @return list<string> */
    public function folders(Project $project): array;
}
