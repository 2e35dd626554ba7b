<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Project\Projects\Project;

/** Pictures came to a project, went, or are called otherwise: whatever looks at their names looks again. */
final readonly class PicturesChanged
{
    public function __construct(public Project $project)
    {
    }
}
