<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Links that belong to rows, shown beside them in the grid and as a last column of downloaded tables. */
#[AutoconfigureTag]
interface RowLinks
{
    /** Its key in the grid. */
    public function id(): string;

    /** The heading of its column. */
    public function heading(): string;

    public function any(Project $project): bool;

    /**
     * @param list<int>|null $rows ids of those that are asked for; null for all
     *
     * @return array<int, array{page: string, name: string}> path and what is written on it, by the row's id
     */
    public function links(Project $project, ?array $rows = null): array;
}
