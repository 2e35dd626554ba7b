<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Project\Projects\Project;

/** Rows of a project came, changed, were accepted or went: whatever goes by itself looks again. */
final readonly class RowsChanged
{
    public function __construct(public Project $project)
    {
    }
}
