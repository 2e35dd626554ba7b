<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;

/** Pages of pieces, for ways that lead people to them. */
interface SharePages
{
    /**
     * Gives a page to each of these rows of which something was made and that has none.
     *
     * @param list<int> $rows ids
     *
     * @return int how many
     */
    public function giveTo(Project $project, array $rows): int;

    /**
     * @param list<int>|null $rows ids of those that are asked for; null for all
     *
     * @return array<int, string> paths of the pages that hold, by the row's id
     */
    public function paths(Project $project, ?array $rows = null): array;
}
