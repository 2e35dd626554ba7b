<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Morphea\App\Project\Projects\Project;

/** Which rows were filled in by people nobody knows: what they typed is shown to others with care. */
interface Strangers
{
    /** @return array<int, true> ids of rows */
    public function rows(Project $project): array;
}
