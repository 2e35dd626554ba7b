<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Project\Projects\Project;

/** Pictures as they were when a run was ordered, for pages that show its pieces. */
interface FrozenAssetSets
{
    /** @return AssetSet|null null where there is no such run of the project, or nothing was kept of it */
    public function find(Project $project, string $run): ?AssetSet;
}
