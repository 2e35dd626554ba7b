<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Project\Projects\Project;

/** Rows of a project were added, changed, accepted or deleted: automations check again. */
final readonly class RowsChanged
{
    public function __construct(public Project $project)
    {
    }
}
