<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Project\Projects\Project;

/** Pictures were added to a project, deleted or renamed: whatever uses their names looks again. */
final readonly class PicturesChanged
{
    public function __construct(public Project $project)
    {
    }
}
