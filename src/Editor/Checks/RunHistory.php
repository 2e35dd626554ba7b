<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Output\FileNames\Naming;

/** What checks need to know of a project's newest run. */
interface RunHistory
{
    /** How it named its files; null if there was no run or one of its columns is gone. */
    public function naming(Project $project): ?Naming;

    /** @return list<int>|null ids of rows that would come out otherwise by now; null where nothing was made yet */
    public function changedSince(Project $project): ?array;
}
