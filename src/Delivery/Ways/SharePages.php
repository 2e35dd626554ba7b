<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;

/** Share pages, for the ways that lead people to them. */
interface SharePages
{
    /**
     * Creates a page for each of these rows that has a piece and no page.
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
